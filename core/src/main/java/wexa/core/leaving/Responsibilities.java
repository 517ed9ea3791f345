package wexa.core.leaving;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import wexa.core.model.Account;
import wexa.core.model.ConflictRule;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Unit;
import wexa.core.value.Id;

/** What those who leave answer for. Costs one look at groups, roles, rules and units, and one at everybody where fields name people. */
record Responsibilities(
        Set<Id<Person>> leavers,
        Map<Id<Person>, List<Group>> owned,
        Map<Id<Person>, List<Account>> ownAccounts,
        Map<Id<Person>, List<Role>> ownRoles,
        Map<Id<Person>, List<ConflictRule>> ownRules,
        Map<Id<Person>, List<RoleVariant>> ownVariants,
        Map<Id<Person>, List<Unit>> led,
        Map<Id<Person>, List<Named>> inFields) {

    /** Somebody whose field has the leaver as its value. */
    record Named(PersonField field, Person in) {}

    static Responsibilities of(Model model, Set<Id<Person>> leavers) {
        return new Responsibilities(
                leavers,
                by(model, Kind.GROUP, leavers, Group::owners),
                by(
                        model,
                        Kind.ACCOUNT,
                        leavers,
                        one -> one.isOpen()
                                ? one.ownership().map(Account.Ownership::owners).orElse(List.of())
                                : List.of()),
                by(model, Kind.ROLE, leavers, one -> one.owner().stream().toList()),
                by(
                        model,
                        Kind.CONFLICT_RULE,
                        leavers,
                        one -> one.owner().stream().toList()),
                by(model, Kind.ROLE_VARIANT, leavers, one -> List.of(one.owner())),
                by(model, Kind.UNIT, leavers, one -> one.manager().stream().toList()),
                named(model, leavers));
    }

    boolean leaves(Id<Person> person) {
        return leavers.contains(person);
    }

    List<Group> groups(Id<Person> person) {
        return owned.getOrDefault(person, List.of());
    }

    /** Open non-personal accounts. */
    List<Account> accounts(Id<Person> person) {
        return ownAccounts.getOrDefault(person, List.of());
    }

    List<Role> roles(Id<Person> person) {
        return ownRoles.getOrDefault(person, List.of());
    }

    List<ConflictRule> rules(Id<Person> person) {
        return ownRules.getOrDefault(person, List.of());
    }

    List<RoleVariant> variants(Id<Person> person) {
        return ownVariants.getOrDefault(person, List.of());
    }

    List<Unit> units(Id<Person> person) {
        return led.getOrDefault(person, List.of());
    }

    List<Named> named(Id<Person> person) {
        return inFields.getOrDefault(person, List.of());
    }

    private static <F extends Fact> Map<Id<Person>, List<F>> by(
            Model model, Kind<F> kind, Set<Id<Person>> leavers, Function<F, Collection<Id<Person>>> whose) {
        Map<Id<Person>, List<F>> found = new HashMap<>();
        model.table(kind).stream()
                .forEach(fact -> whose.apply(fact).stream()
                        .filter(leavers::contains)
                        .forEach(one -> found.computeIfAbsent(one, any -> new ArrayList<>())
                                .add(fact)));
        return found;
    }

    private static Map<Id<Person>, List<Named>> named(Model model, Set<Id<Person>> leavers) {
        Map<String, Id<Person>> written = new HashMap<>();
        leavers.forEach(one -> written.put(one.toString(), one));
        Map<Id<Person>, List<Named>> found = new HashMap<>();
        for (PersonField field : model.table(Kind.PERSON_FIELD).stream().toList()) {
            if (field.type() == PersonField.Type.PERSON) {
                model.people().stream()
                        .forEach(other -> field.of(other)
                                .flatMap(value -> Optional.ofNullable(written.get(value)))
                                .ifPresent(leaver -> found.computeIfAbsent(leaver, any -> new ArrayList<>())
                                        .add(new Named(field, other))));
            }
        }
        return found;
    }
}

package wexa.core.leaving;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.leaving.Holding.Fate;
import wexa.core.leaving.Holding.Held;
import wexa.core.leaving.Holding.Planned;
import wexa.core.leaving.Holding.What;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.ConflictRule;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Unit;
import wexa.core.value.Id;

/** What somebody who leaves answers for, and who takes each over. */
record HandingOver(
        Model model,
        Titles titles,
        Person person,
        Instant now,
        LeavingPlan.Successors successors,
        Responsibilities responsibilities) {
    List<Holding> holdings() {
        List<Holding> holdings = new ArrayList<>();
        for (Group group : responsibilities.groups(person.id())) {
            holdings.add(owned(What.OWNS_GROUP, titles.of(group), 1, group.owners(), "group.edit", "group"));
        }
        for (Account account : responsibilities.accounts(person.id())) {
            holdings.add(owned(
                    What.OWNS_ACCOUNT,
                    titles.owned(account),
                    account.kind() == AccountKind.SHARED ? 2 : 1,
                    account.ownership().orElseThrow().owners(),
                    "account.own",
                    "account"));
        }
        for (Role role : responsibilities.roles(person.id())) {
            holdings.add(handedOver(What.OWNS_ROLE, titles.of(role), "role.edit", "role", "owner"));
        }
        for (ConflictRule rule : responsibilities.rules(person.id())) {
            holdings.add(handedOver(What.OWNS_RULE, titles.of(rule), "conflict-rule.edit", "conflict-rule", "owner"));
        }
        for (RoleVariant variant : responsibilities.variants(person.id())) {
            holdings.add(
                    handedOver(What.OWNS_VARIANT, titles.of(variant), "role-variant.edit", "role-variant", "owner"));
        }
        for (Unit unit : responsibilities.units(person.id())) {
            holdings.add(handedOver(What.LEADS_UNIT, titles.of(unit), "unit.edit", "unit", "manager"));
        }
        for (Engagement engagement : model.table(Kind.ENGAGEMENT).by(Engagement.BY_MANAGER, person.id())) {
            if (!engagement.window().endsBy(now) && !responsibilities.leaves(engagement.person())) {
                holdings.add(handedOver(
                        What.MANAGES, titles.report(engagement), "engagement.edit", "engagement", "manager"));
            }
        }
        for (Responsibilities.Named one : responsibilities.named(person.id())) {
            if (!responsibilities.leaves(one.in().id())) {
                holdings.add(named(one.field(), one.in()));
            }
        }
        return holdings;
    }

    /** What others own as well goes on with them; what nobody else owns needs somebody. */
    private Holding owned(What what, Held held, int needed, List<Id<Person>> having, String form, String field) {
        List<Id<Person>> owners = new ArrayList<>(having);
        owners.removeIf(responsibilities::leaves);
        Optional<Id<Person>> successor = successor(held.fact().id());
        successor.filter(one -> !owners.contains(one)).ifPresent(owners::add);
        if (owners.size() < needed) {
            return leftOpen(what, held);
        }
        String text = String.join(",", owners.stream().map(Id::toString).toList());
        return holding(
                what,
                held,
                successor.isPresent() ? Fate.PASSED_ON : Fate.LEFT_TO_OTHERS,
                new Planned(form, Map.of(field, held.fact().id().toString(), "owners", text)));
    }

    private Holding handedOver(What what, Held held, String form, String target, String field) {
        return successor(held.fact().id())
                .map(one -> holding(
                        what,
                        held,
                        Fate.PASSED_ON,
                        new Planned(form, Map.of(target, held.fact().id().toString(), field, one.toString()))))
                .orElseGet(() -> leftOpen(what, held));
    }

    private Holding named(PersonField field, Person other) {
        return successor(other.id())
                .filter(one -> !one.equals(other.id()))
                .map(one -> holding(
                        What.NAMED_IN_FIELD,
                        titles.of(other),
                        Fate.PASSED_ON,
                        new Planned(
                                "person.fill",
                                Map.of("person", other.id().toString(), "field-value", field.key() + "=" + one))))
                .orElseGet(() -> leftOpen(What.NAMED_IN_FIELD, titles.of(other)));
    }

    private Optional<Id<Person>> successor(Id<?> fact) {
        return successors.of(fact).filter(one -> !responsibilities.leaves(one));
    }

    private static Holding leftOpen(What what, Held held) {
        return new Holding(what, held, Optional.empty(), Fate.LEFT_OPEN, Optional.empty());
    }

    private static Holding holding(What what, Held held, Fate fate, Planned planned) {
        return new Holding(what, held, Optional.empty(), fate, Optional.of(planned));
    }
}

package wexa.core.preview;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import wexa.core.access.AccessIndex;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.room.Marks;
import wexa.core.value.Id;

/** Reads marks as the people whose access may be another at an instant. */
final class Affected implements Marks {
    private final Model model;
    private final AccessIndex index;
    private final Instant at;
    private final Found found;
    private final boolean isWithoutHolders;

    /** What is found in the model before and in the one after alike. */
    private static final class Found {
        private final Set<Id<Person>> people = new LinkedHashSet<>();
        private boolean isAnyRoleAnother;
    }

    /** @param isWithoutHolders whether those are left out who only have a role that gives something else */
    Affected(Model model, AccessIndex index, Instant at, boolean isWithoutHolders) {
        this(model, index, at, isWithoutHolders, new Found());
    }

    private Affected(Model model, AccessIndex index, Instant at, boolean isWithoutHolders, Found found) {
        this.model = model;
        this.index = index;
        this.at = at;
        this.isWithoutHolders = isWithoutHolders;
        this.found = found;
    }

    /** Reads marks on another model, and adds to the same. */
    Affected over(Model other, AccessIndex of) {
        return new Affected(other, of, at, isWithoutHolders, found);
    }

    Set<Id<Person>> people() {
        return found.people;
    }

    boolean isAnyRoleAnother() {
        return found.isAnyRoleAnother;
    }

    @Override
    public void person(Id<Person> person) {
        found.people.add(person);
    }

    @Override
    public void members(Id<Group> group) {
        if (model.groups().find(group).isPresent()) {
            found.people.addAll(index.membersOf(group, at).all());
        }
    }

    @Override
    public void holders(Id<Role> role) {
        found.isAnyRoleAnother = true;
        if (isWithoutHolders) {
            return;
        }
        holders(role, tenant -> true);
    }

    @Override
    public void holders(Id<Role> role, Id<Tenant> tenant) {
        found.isAnyRoleAnother = true;
        if (!isWithoutHolders) {
            holders(role, tenant::equals);
        }
    }

    private void holders(Id<Role> role, Predicate<Id<Tenant>> where) {
        for (Id<Role> one : withThoseThatInclude(role)) {
            model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, one).stream()
                    .filter(given -> where.test(given.tenant()))
                    .forEach(given -> subject(given.subject()));
            model.table(Kind.MAPPING).stream()
                    .filter(mapping -> mapping.role().equals(one) && where.test(mapping.tenant()))
                    .forEach(mapping -> members(mapping.directoryGroup()));
        }
    }

    private Set<Id<Role>> withThoseThatInclude(Id<Role> role) {
        List<Role> all = model.roles().stream().toList();
        Set<Id<Role>> with = new HashSet<>();
        Deque<Id<Role>> open = new ArrayDeque<>(List.of(role));
        while (!open.isEmpty()) {
            Id<Role> next = open.pop();
            if (with.add(next)) {
                all.stream().filter(one -> one.includes().contains(next)).forEach(one -> open.push(one.id()));
            }
        }
        return with;
    }

    @Override
    public void tenant(Id<Tenant> tenant) {
        model.table(Kind.ASSIGNMENT).by(Assignment.BY_TENANT, tenant).forEach(given -> subject(given.subject()));
        model.table(Kind.MAPPING).by(Mapping.BY_TENANT, tenant).forEach(mapping -> members(mapping.directoryGroup()));
        model.table(Kind.ACCOUNT)
                .by(Account.BY_TENANT, tenant)
                .forEach(account -> account.person().ifPresent(found.people::add));
    }

    private void subject(Subject subject) {
        switch (subject) {
            case Subject.OfPerson one -> person(one.person());
            case Subject.OfGroup many -> members(many.group());
        }
    }

    @Override
    public void unit(Id<Unit> unit) {
        model.table(Kind.ENGAGEMENT).stream()
                .filter(engagement -> engagement.unit().equals(unit))
                .map(Engagement::person)
                .forEach(found.people::add);
    }

    @Override
    public void history(Id<? extends Fact> fact) {
        // what is told of somebody changes nothing about them
    }

    @Override
    public void everything() {
        model.people().forEach(person -> found.people.add(person.id()));
    }
}

package wexa.core.consistency;

import java.time.Instant;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.Set;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
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
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.registry.Rooms;
import wexa.core.role.Lineage;
import wexa.core.room.Marks;
import wexa.core.value.Id;

/**
 * Whom a changeset concerns: people, every group that they are in before or after it, and non-personal accounts. Both sides of a comparison look
 * at the same subjects: a group that somebody leaves has to be compared as well.
 */
public record AffectedSubjects(Set<Id<Person>> people, Set<Subject> subjects, Set<Id<Account>> accounts) {
    public AffectedSubjects {
        accounts = Collections.unmodifiableSet(new LinkedHashSet<>(accounts));
        people = Collections.unmodifiableSet(new LinkedHashSet<>(people));
        subjects = Collections.unmodifiableSet(new LinkedHashSet<>(subjects));
    }

    public static AffectedSubjects by(
            Snapshot before, Snapshot after, Collection<Effect> effects, Collection<Id<Person>> people, Instant at) {
        Set<Subject> subjects = new LinkedHashSet<>();
        for (Id<Person> person : people) {
            subjects.add(new Subject.OfPerson(person));
            before.index().groupsOf(person, at).forEach(group -> subjects.add(new Subject.OfGroup(group)));
            after.index().groupsOf(person, at).forEach(group -> subjects.add(new Subject.OfGroup(group)));
        }
        Named was = new Named(subjects, before.model());
        Named is = new Named(subjects, after.model());
        for (Effect effect : effects) {
            effect.before().ifPresent(fact -> Rooms.marks(fact, before.model(), was));
            effect.after().ifPresent(fact -> Rooms.marks(fact, after.model(), is));
        }
        return new AffectedSubjects(new LinkedHashSet<>(people), subjects, ofNobody(effects));
    }

    /** Non-personal accounts among what changes. */
    private static Set<Id<Account>> ofNobody(Collection<Effect> effects) {
        Set<Id<Account>> accounts = new LinkedHashSet<>();
        for (Effect effect : effects) {
            effect.after(Kind.ACCOUNT)
                    .or(() -> effect.before(Kind.ACCOUNT))
                    .filter(account -> account.person().isEmpty())
                    .ifPresent(account -> accounts.add(account.id()));
        }
        return accounts;
    }

    /** Whom a previewed draft concerns, with the snapshot as it would be after it. */
    public static AffectedSubjects by(Preview preview, Snapshot after) {
        Set<Id<Person>> people =
                Impact.affected(preview.snapshot(), preview.model(), preview.index(), preview.effects(), preview.now());
        return by(preview.snapshot(), after, preview.effects(), people, preview.now());
    }

    /** The people whom facts are directly about. */
    static Set<Id<Person>> by(Collection<Fact> facts, Model model) {
        Set<Subject> subjects = new LinkedHashSet<>();
        facts.forEach(fact -> Rooms.marks(fact, model, new Named(subjects, model)));
        Set<Id<Person>> people = new LinkedHashSet<>();
        for (Subject subject : subjects) {
            if (subject instanceof Subject.OfPerson one
                    && model.people().find(one.person()).isPresent()) {
                people.add(one.person());
            }
        }
        return people;
    }

    /**
     * Reads marks as the subjects that are looked at; people are known from what the effects come to, with their groups. Groups that
     * nobody is in have roles in tenants as well.
     */
    private record Named(Set<Subject> subjects, Model model) implements Marks {
        @Override
        public void person(Id<Person> person) {
            subjects.add(new Subject.OfPerson(person));
        }

        @Override
        public void members(Id<Group> group) {
            subjects.add(new Subject.OfGroup(group));
        }

        @Override
        public void holders(Id<Role> role) {
            for (Id<Role> one : new Lineage(model).above(role)) {
                model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, one).forEach(this::group);
                model.table(Kind.MAPPING).stream()
                        .filter(mapping -> mapping.role().equals(one))
                        .forEach(this::group);
            }
        }

        private void group(Assignment assignment) {
            if (assignment.subject() instanceof Subject.OfGroup group) {
                subjects.add(group);
            }
        }

        private void group(Mapping mapping) {
            subjects.add(new Subject.OfGroup(mapping.directoryGroup()));
        }

        @Override
        public void tenant(Id<Tenant> tenant) {
            model.table(Kind.ASSIGNMENT).by(Assignment.BY_TENANT, tenant).forEach(this::group);
            model.table(Kind.MAPPING).by(Mapping.BY_TENANT, tenant).forEach(this::group);
        }

        @Override
        public void unit(Id<Unit> unit) {
            // they are among the people, with their groups
        }

        @Override
        public void history(Id<? extends Fact> fact) {
            // what is told of somebody is nothing to carry
        }

        @Override
        public void everything() {
            model.table(Kind.ASSIGNMENT).forEach(this::group);
            model.table(Kind.MAPPING).forEach(this::group);
        }
    }
}

package wexa.core.governance;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.ConflictException;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.registry.Rooms;
import wexa.core.room.Scopes;
import wexa.core.room.Subjects;
import wexa.core.schedule.Schedule;
import wexa.core.value.Id;

/**
 * Whether somebody may apply a draft (rule 18). Needed are: for a fact of a tenant, the tenant; for a fact about a person,
 * one of the units in which the person works (else the next, else the last), or comes to by the draft who was nowhere; for
 * what a person is known by, all their units and tenants; for a group and for who is in it, every tenant in which
 * the group gives something, by itself or by a group that it is in, and everybody who comes in or goes out by it. And
 * nobody's own access grows, nor what they can use of it. Costs what the effects touch, and the groups above the groups
 * among them.
 */
public final class Authority {
    /** So many boundaries of a draft are looked at one by one. */
    private static final int MOST_BOUNDARIES = 200;

    private final Preview preview;
    private final Reach reach;
    private final Set<Lack> lacks = new LinkedHashSet<>();
    private final Set<Id<Group>> seen = new HashSet<>();
    private final Set<Id<Group>> shifted = new HashSet<>();

    /** What is missing to apply a draft. */
    public sealed interface Lack {
        /** A tenant in which the draft does something, or a group in it gives something. */
        record OfTenant(Id<Tenant> tenant) implements Lack {}

        /** A person whom the draft changes or touches, of no unit within reach. */
        record OfPerson(Id<Person> person) implements Lack {}

        /** A person who also works beyond reach, and would be known by something else. */
        record OfIdentity(Id<Person> person) implements Lack {}

        /** The draft gives more to the one who would apply it. */
        record OwnAccess(Id<Person> person) implements Lack {}

        /** What everything is counted by is changed by those who reach everywhere. */
        record OfEverything(Kind<?> kind) implements Lack {}
    }

    private Authority(Preview preview, Reach reach) {
        this.preview = preview;
        this.reach = reach;
    }

    /**
     * Everything that is missing, in the order in which the draft meets it; empty if it may be applied.
     *
     * @param self who would apply it, if they are one of the people
     */
    public static List<Lack> lacking(Preview preview, Reach reach, Optional<Id<Person>> self) {
        Authority authority = new Authority(preview, reach);
        if (!reach.isEverywhere()) {
            preview.effects().forEach(authority::check);
            // what is already so may still be sent to a tenant
            preview.kept().forEach(fact -> authority.check(Effect.replace(fact, fact)));
            authority.checkLinks();
            authority.checkShifts();
        }
        self.ifPresent(authority::checkOwn);
        return new ArrayList<>(authority.lacks);
    }

    /** Now and at every coming instant at which it may become another, ends included: some other thing may begin there. */
    private void checkOwn(Id<Person> self) {
        Model before = preview.snapshot().model();
        Model after = preview.model();
        if (after.people().find(self).isEmpty()) {
            return;
        }
        Set<Instant> all = new TreeSet<>(Set.of(preview.now()));
        all.addAll(Schedule.of(before, self).tailSet(preview.now()));
        all.addAll(Schedule.of(after, self).tailSet(preview.now()));
        if (all.stream().anyMatch(at -> hasMore(self, at) || canUseMore(self, at))
                || preview.effects().stream().anyMatch(effect -> favours(self, effect))) {
            lacks.add(new Lack.OwnAccess(self));
        }
    }

    /** What shows in nobody's access and may give them more: an exemption, or a group of a tenant that allows who knows what. */
    private boolean favours(Id<Person> self, Effect effect) {
        return ConflictException.givenBy(effect)
                        .filter(exception -> exception.person().equals(self))
                        .isPresent()
                || Binding.takingOver(effect)
                        .filter(binding -> isGiven(binding, self))
                        .isPresent();
    }

    /** Whether the person has the role in the tenant, now or later. */
    private boolean isGiven(Binding binding, Id<Person> self) {
        return Subjects.given(binding.role(), binding.tenant(), preview.model()).stream()
                .anyMatch(subject -> subject instanceof Subject.OfGroup many
                        ? members(preview.index(), many.group()).contains(self)
                        : subject.equals(new Subject.OfPerson(self)));
    }

    private boolean hasMore(Id<Person> self, Instant at) {
        Access had = preview.snapshot().index().of(self, at);
        return !preview.index().of(self, at).beyond(had).isEmpty();
    }

    /** Whoever opens an account of their own that somebody closed raises themselves as much as by a role. */
    private boolean canUseMore(Id<Person> self, Instant at) {
        Model before = preview.snapshot().model();
        for (Access.Reach held : preview.index().of(self, at).reaches()) {
            if (before.tenants().find(held.tenant()).isPresent()) {
                Usability was = Usability.of(before, self, held.tenant(), at);
                Usability is = Usability.of(preview.model(), self, held.tenant(), at);
                boolean isMore = !is.isSameAs(was)
                        && held.permissions().stream()
                                .anyMatch(permission -> !was.blocks(permission).isEmpty()
                                        && is.blocks(permission).isEmpty());
                if (isMore) {
                    return true;
                }
            }
        }
        return false;
    }

    private void check(Effect effect) {
        Scopes needed = new Needed(effect.kind());
        effect.before().ifPresent(fact -> Rooms.scope(fact, preview.snapshot().model(), needed));
        effect.after().ifPresent(fact -> Rooms.scope(fact, preview.model(), needed));
        effect.before(Kind.PERSON)
                .ifPresent(before -> effect.after(Kind.PERSON).ifPresent(after -> checkIdentity(before, after)));
        // another engagement of somebody who is here gives no way to all that they are
        if (effect.before().isEmpty()) {
            effect.after(Kind.ENGAGEMENT).map(Engagement::person).ifPresent(this::require);
        }
    }

    /** What a fact of a kind needs, held against the scope. */
    private final class Needed implements Scopes {
        private final Kind<?> kind;

        Needed(Kind<?> kind) {
            this.kind = kind;
        }

        @Override
        public void tenant(Id<Tenant> tenant) {
            requireTenant(tenant);
        }

        @Override
        public void person(Id<Person> person) {
            require(person);
        }

        @Override
        public void unit(Id<Unit> unit, Id<Person> person) {
            if (!reach.covers(unit, preview.model())) {
                lacks.add(new Lack.OfPerson(person));
            }
        }

        @Override
        public void subject(Subject subject) {
            checkMember(subject);
        }

        @Override
        public void given(Id<Group> group) {
            checkGiven(group);
        }

        @Override
        public void members(Id<Group> group) {
            if (shifted.add(group)) {
                checkShift(group);
            }
        }

        @Override
        public void everything() {
            lacks.add(new Lack.OfEverything(kind));
        }
    }

    private void requireTenant(Id<Tenant> tenant) {
        if (!reach.covers(tenant)) {
            lacks.add(new Lack.OfTenant(tenant));
        }
    }

    private void require(Id<Person> person) {
        if (reach.units().isPresent() && !isReached(person)) {
            lacks.add(new Lack.OfPerson(person));
        }
    }

    /** Who is nowhere, or left, is reached by what the draft engages them as; everybody else by what they are. */
    private boolean isReached(Id<Person> person) {
        Model before = preview.snapshot().model();
        boolean isTakenIn = !isEngaged(before, person) && isEngaged(preview.model(), person);
        Model model = isTakenIn ? preview.model() : before;
        boolean wasNeverAnywhere =
                model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person).isEmpty();
        return !wasNeverAnywhere && Reached.person(reach, model, person, preview.now());
    }

    /** Now or later. */
    private boolean isEngaged(Model model, Id<Person> person) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person).stream()
                .anyMatch(engagement -> !engagement.window().endsBy(preview.now()));
    }

    /**
     * Whoever decides by which address, name or entry somebody is known can become them: that takes all units in which they
     * work or will, and all tenants in which they have an account.
     */
    private void checkIdentity(Person before, Person after) {
        boolean isAnother = !before.handle().equals(after.handle())
                || !before.mail().equals(after.mail())
                || !before.home().equals(after.home())
                || !before.directoryEntry().equals(after.directoryEntry());
        if (!isAnother) {
            return;
        }
        requireIdentity(before.id());
    }

    private void requireIdentity(Id<Person> person) {
        Model model = preview.snapshot().model();
        model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person).forEach(account -> requireTenant(account.tenant()));
        if (!Reached.units(reach, model, person, preview.now())) {
            lacks.add(new Lack.OfIdentity(person));
        }
    }

    /** An account that a tenant has already becomes somebody's by their being linked: whoever signs in there is them then. */
    private void checkLinks() {
        for (Preview.Outcome outcome : preview.outcomes()) {
            boolean isLink = !outcome.entry().fields().getOrDefault("found", "").isEmpty();
            for (Effect effect : isLink ? outcome.effects() : List.<Effect>of()) {
                effect.after(Kind.ACCOUNT).flatMap(Account::person).ifPresent(this::requireIdentity);
            }
        }
    }

    /**
     * Whatever anybody gains or loses lies within reach, by whatever way it comes about: by a rule that an engagement
     * fulfils, or by a group in a group.
     */
    private void checkShifts() {
        for (Instant at : preview.instants(MOST_BOUNDARIES)) {
            for (Impact.Change change : preview.impactAt(at).changes()) {
                requireTenant(change.tenant());
                require(change.person());
            }
        }
    }

    /** A person, or everybody in a group: what it is put into or given reaches them all. */
    private void checkMember(Subject subject) {
        if (reach.units().isEmpty()) {
            return;
        }
        if (subject instanceof Subject.OfPerson one) {
            require(one.person());
        } else if (subject instanceof Subject.OfGroup many) {
            members(preview.index(), many.group()).forEach(this::require);
        }
    }

    /** Who is in the group on one side of the draft only. */
    private void checkShift(Id<Group> group) {
        if (reach.units().isEmpty()) {
            return;
        }
        Set<Id<Person>> before = members(preview.snapshot().index(), group);
        Set<Id<Person>> after = members(preview.index(), group);
        before.stream().filter(person -> !after.contains(person)).forEach(this::require);
        after.stream().filter(person -> !before.contains(person)).forEach(this::require);
    }

    /** Those who are in it now or come into it later: for them it counts then. */
    private Set<Id<Person>> members(AccessIndex index, Id<Group> group) {
        Set<Id<Person>> found = new LinkedHashSet<>();
        if (index.model().groups().find(group).isPresent()) {
            found.addAll(index.membersFrom(group, preview.now()).all());
        }
        return found;
    }

    /** Every tenant in which the group gives something, by itself or by a group above it, before or after. */
    private void checkGiven(Id<Group> group) {
        Deque<Id<Group>> open = new ArrayDeque<>(List.of(group));
        while (!open.isEmpty()) {
            Id<Group> at = open.pop();
            if (seen.add(at)) {
                for (Model model : List.of(preview.snapshot().model(), preview.model())) {
                    Subject subject = new Subject.OfGroup(at);
                    model.table(Kind.ASSIGNMENT)
                            .by(Assignment.BY_SUBJECT, subject)
                            .forEach(assignment -> requireTenant(assignment.tenant()));
                    model.table(Kind.MAPPING)
                            .by(Mapping.BY_GROUP, at)
                            .forEach(mapping -> requireTenant(mapping.tenant()));
                    model.table(Kind.MEMBERSHIP)
                            .by(Membership.BY_MEMBER, subject)
                            .forEach(membership -> open.push(membership.group()));
                }
            }
        }
    }
}

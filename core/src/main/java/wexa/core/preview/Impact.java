package wexa.core.preview;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.cancelling.Cancellation;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Permission;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;

/** Who really gains and loses what at one instant: what another path keeps is neither. */
public record Impact(Instant at, List<Shift> gains, List<Shift> losses) {
    /** Kinds of facts that give nobody anything. */
    private static final Set<Kind<?>> GIVING_NOTHING =
            Set.of(Kind.ISSUED_NAME, Kind.CONFLICT_RULE, Kind.HOME, Kind.INVITATION);

    /** One permission at one area that a person comes to hold, or no longer holds. */
    public record Shift(Id<Person> person, Id<Tenant> tenant, Optional<Id<Area>> area, Permission permission) {}

    static Impact of(Snapshot before, Model model, AccessIndex after, List<Effect> effects, Instant at) {
        List<Shift> gains = new ArrayList<>();
        List<Shift> losses = new ArrayList<>();
        for (Id<Person> person : affected(before, model, after, effects, at)) {
            Cancellation.check();
            Access had = before.index().of(person, at);
            Access has = after.of(person, at);
            addMissing(person, has, had, gains);
            addMissing(person, had, has, losses);
        }
        return new Impact(at, gains, losses);
    }

    private static void addMissing(Id<Person> person, Access from, Access in, List<Shift> missing) {
        for (Access.Reach reach : from.beyond(in)) {
            for (Permission permission : reach.permissions()) {
                missing.add(new Shift(person, reach.tenant(), reach.area(), permission));
            }
        }
    }

    /** People whose access the effects can change. */
    public static Set<Id<Person>> affected(
            Snapshot before, Model model, AccessIndex after, List<Effect> effects, Instant at) {
        Set<Id<Person>> people = new LinkedHashSet<>();
        for (Effect effect : effects) {
            Cancellation.check();
            effect.before().ifPresent(fact -> add(fact, before.model(), before.index(), at, people));
            effect.after().ifPresent(fact -> add(fact, model, after, at, people));
        }
        return people;
    }

    private static void add(Fact fact, Model model, AccessIndex index, Instant at, Set<Id<Person>> people) {
        if (fact instanceof Person person) {
            people.add(person.id());
        } else if (fact instanceof Engagement engagement) {
            people.add(engagement.person());
        } else if (fact instanceof Membership membership) {
            add(membership.member(), index, at, people);
        } else if (fact instanceof Assignment assignment) {
            add(assignment.subject(), index, at, people);
        } else if (fact instanceof Mapping mapping) {
            people.addAll(index.membersOf(mapping.directoryGroup(), at).all());
        } else if (fact instanceof Group group) {
            people.addAll(index.membersOf(group.id(), at).all());
        } else if (fact instanceof Account account) {
            account.person().ifPresent(people::add);
        } else if (fact instanceof Seat seat) {
            model.table(Kind.ACCOUNT)
                    .find(seat.account())
                    .flatMap(Account::person)
                    .ifPresent(people::add);
        } else if (!GIVING_NOTHING.contains(Kind.of(fact))) {
            // whatever else there is may touch everybody
            model.people().forEach(person -> people.add(person.id()));
        }
    }

    private static void add(Subject subject, AccessIndex index, Instant at, Set<Id<Person>> people) {
        if (subject instanceof Subject.OfPerson one) {
            people.add(one.person());
        } else if (subject instanceof Subject.OfGroup many) {
            people.addAll(index.membersOf(many.group(), at).all());
        }
    }
}

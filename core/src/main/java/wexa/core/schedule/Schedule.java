package wexa.core.schedule;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Collections;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.NavigableSet;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.registry.Rooms;
import wexa.core.value.Id;

/**
 * The instants at which what one person can do, or whether they can use it, may become another. Between two of them it does
 * not. Looks at every group that the person ever comes into, and at what these are ever given: a path begins when its last
 * link does. Costs the facts that it looks at.
 */
public final class Schedule {
    private final Model model;
    private final NavigableSet<Instant> instants = new TreeSet<>();
    private final Set<Subject> seen = new HashSet<>();
    private final Deque<Subject> open = new ArrayDeque<>();

    private Schedule(Model model) {
        this.model = model;
    }

    public static NavigableSet<Instant> of(Model model, Id<Person> person) {
        Schedule schedule = new Schedule(model);
        model.table(Kind.ABSENCE).by(Absence.BY_PERSON, person).forEach(schedule::add);
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person)) {
            model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()).forEach(schedule::add);
        }
        List<Engagement> engagements = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person);
        engagements.forEach(schedule::add);
        for (Group ruled : model.groups().by(Group.BY_RULED, true)) {
            if (engagements.stream()
                    .anyMatch(engagement -> ruled.condition().orElseThrow().matches(engagement, model))) {
                schedule.open.push(new Subject.OfGroup(ruled.id()));
            }
        }
        schedule.open.push(new Subject.OfPerson(person));
        schedule.climb();
        return Collections.unmodifiableNavigableSet(schedule.instants);
    }

    private void climb() {
        while (!open.isEmpty()) {
            Subject subject = open.pop();
            if (seen.add(subject)) {
                model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, subject).forEach(this::add);
                for (Membership membership : model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, subject)) {
                    add(membership);
                    open.push(new Subject.OfGroup(membership.group()));
                }
            }
        }
    }

    private void add(Fact fact) {
        instants.addAll(Rooms.boundaries(fact, model));
    }
}

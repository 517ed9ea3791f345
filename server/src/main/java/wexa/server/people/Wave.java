package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.leaving.Holding;
import wexa.core.leaving.Holding.Fate;
import wexa.core.leaving.LeavingPlan;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.people.PeopleActs.ActEntry;
import wexa.server.people.PeopleActs.ActView;
import wexa.server.people.PeopleActs.LeftOut;
import wexa.server.people.PeopleActs.Wanted;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;

/** Several people are offboarded together. */
final class Wave {
    private final Snapshot snapshot;
    private final Model model;
    private final Actor actor;
    private final LeavingGuards guards;
    private final Instant now;

    Wave(Snapshot snapshot, Actor actor, LeavingGuards guards, Instant now) {
        this.snapshot = snapshot;
        this.model = snapshot.model();
        this.actor = actor;
        this.guards = guards;
        this.now = now;
    }

    ActView offboard(List<Person> chosen, Wanted wanted) {
        List<LeftOut> left = new ArrayList<>();
        List<Person> leavers = new ArrayList<>();
        Map<Id<Person>, LeavingViews.WarningView> blocked = guards.blocking(actor, snapshot, chosen, now);
        for (Person person : chosen) {
            Optional.ofNullable(blocked.get(person.id()))
                    .ifPresentOrElse(why -> left.add(told(person, blocked(why))), () -> leavers.add(person));
        }
        LeavingPlan.When when = new LeavingPlan.When(
                now, wanted.at().filter(at -> at.isAfter(now)).orElse(now));
        LeavingPlan.Successors successors = new LeavingPlan.Successors(successor(wanted, leavers, when), Map.of());
        Set<Holding.Planned> changes = new LinkedHashSet<>();
        List<LeftOut> open = new ArrayList<>();
        LeavingPlan.together(snapshot, leavers, when, successors).forEach((person, holdings) -> {
            List<Holding> seen = holdings.stream()
                    .filter(one -> one.tenant()
                            .filter(tenant -> !actor.sight().covers(tenant))
                            .isEmpty())
                    .toList();
            List<Holding.Planned> own =
                    seen.stream().flatMap(one -> one.change().stream()).toList();
            if (own.isEmpty()) {
                left.add(told(person, "has nothing left to end"));
            }
            changes.addAll(own);
            remaining(holdings, seen).forEach(text -> open.add(told(person, text)));
        });
        return new ActView(
                changes.stream()
                        .map(one -> new ActEntry(one.form(), one.fields()))
                        .toList(),
                left,
                open);
    }

    private Optional<Id<Person>> successor(Wanted wanted, List<Person> leavers, LeavingPlan.When when) {
        Optional<Person> successor = wanted.successor()
                .map(id -> model.people()
                        .find(Id.<Person>of(id))
                        .orElseThrow(
                                () -> Problem.badField("successor", "reference.unresolved", "Choose who takes over.")));
        successor.ifPresent(one -> {
            actor.requireSight(one.id(), model, now);
            if (leavers.contains(one)) {
                throw Problem.badField(
                        "successor",
                        "leaving.successor-leaves",
                        one.name() + " leaves with the others. Choose somebody who stays.");
            }
            LeavingGuards.unfit(model, one.id(), when).ifPresent(why -> {
                throw Problem.badField("successor", why.code(), why.title() + ". " + why.text());
            });
        });
        return successor.map(Person::id);
    }

    /** What the draft does not see to. */
    private static List<String> remaining(List<Holding> all, List<Holding> seen) {
        List<String> texts = new ArrayList<>();
        counted(seen, Fate.LEFT_OPEN)
                .ifPresent(count -> texts.add("leaves " + things(count) + " that nobody takes over"));
        counted(seen, Fate.ELSEWHERE)
                .ifPresent(count -> texts.add("is in " + count
                        + (count == 1 ? " group managed by a directory" : " groups managed by a directory")));
        if (all.size() > seen.size()) {
            texts.add("holds " + things(all.size() - seen.size()) + " outside your scope");
        }
        return texts;
    }

    private static Optional<Long> counted(List<Holding> holdings, Fate fate) {
        return Optional.of(holdings.stream().filter(one -> one.fate() == fate).count())
                .filter(count -> count > 0);
    }

    private static String blocked(LeavingViews.WarningView why) {
        return why.code().equals("leaving.self")
                ? "is you; another administrator has to offboard you"
                : "would leave nobody who may manage administrators";
    }

    private static String things(long count) {
        return count + (count == 1 ? " thing" : " things");
    }

    private static LeftOut told(Person person, String text) {
        return new LeftOut(person.id().value(), person.name(), text);
    }
}

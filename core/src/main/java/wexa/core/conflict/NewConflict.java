package wexa.core.conflict;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import wexa.core.access.AccessIndex;
import wexa.core.cancelling.Cancellation;
import wexa.core.model.ConflictRule.Counted;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** A meeting that was not there before, and when it first is. */
public record NewConflict(Conflict meeting, Instant at) {
    /**
     * Meetings that people come to have from one model to the next: now, and for rules that count what begins later also
     * at the coming instants. Each is told once, at its first instant. Costs the people's access at each instant; nothing
     * in a model without conflict rules.
     */
    public static List<NewConflict> between(
            AccessIndex before,
            Model next,
            AccessIndex after,
            Set<Id<Person>> people,
            Instant now,
            List<Instant> coming) {
        if (next.table(Kind.CONFLICT_RULE).size() == 0) {
            return List.of();
        }
        Conflicts were = new Conflicts(before.model(), before);
        Conflicts are = new Conflicts(next, after);
        List<NewConflict> brought = new ArrayList<>();
        for (Id<Person> person : people) {
            Cancellation.check();
            Set<Conflict> told = new HashSet<>();
            add(are.of(person, now), were, now, told, brought);
            for (Instant at : coming) {
                add(are.ofCounting(Counted.COMING, person, at), were, at, told, brought);
            }
        }
        return brought;
    }

    private static void add(
            List<Conflict> meetings, Conflicts were, Instant at, Set<Conflict> told, List<NewConflict> brought) {
        if (meetings.isEmpty()) {
            return;
        }
        told.addAll(were.of(meetings.get(0).person(), at));
        for (Conflict meeting : meetings) {
            if (told.add(meeting)) {
                brought.add(new NewConflict(meeting, at));
            }
        }
    }
}

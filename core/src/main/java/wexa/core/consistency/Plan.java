package wexa.core.consistency;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import wexa.core.cancelling.Cancellation;
import wexa.core.consistency.TenantObject.AccountState;

/** Steps that make a tenant agree on some objects, in the order in which they have to be sent. */
public record Plan(List<Planned> steps) {
    /** A step and the places, in the same plan, of those that must be done before it. */
    public record Planned(Step step, List<Integer> after) {}

    /**
     * Steps from what was observed to what is desired, for the given keys only. An object that agrees gets none; accounts
     * are closed, never removed. Costs the keys, and the members of groups among them.
     */
    public static Plan between(Map<ObjectKey, TenantObject> desired, Observation observed, Set<ObjectKey> keys) {
        List<Step> steps = new ArrayList<>();
        for (ObjectKey key : keys) {
            Cancellation.check();
            addSteps(key, Optional.ofNullable(desired.get(key)), observed.find(key), steps);
        }
        steps.sort(Comparator.comparingInt(Step::phase).thenComparing(Step::object));
        List<Planned> planned = new ArrayList<>(steps.size());
        Map<String, Integer> made = new HashMap<>();
        for (Step step : steps) {
            List<Integer> after = step.named().stream()
                    .map(made::get)
                    .filter(Objects::nonNull)
                    .sorted()
                    .toList();
            if (step.verb() == Step.Verb.CREATE) {
                made.put(step.object().toString(), planned.size());
            }
            planned.add(new Planned(step, after));
        }
        return new Plan(List.copyOf(planned));
    }

    private static void addSteps(
            ObjectKey key, Optional<TenantObject> wanted, Optional<Observation.Seen> seen, List<Step> steps) {
        if (wanted.isEmpty()) {
            seen.ifPresent(extra -> addLeaving(key, extra, steps));
            return;
        }
        Step main = new Step(seen.isPresent() ? Step.Verb.AMEND : Step.Verb.CREATE, key, wanted);
        if (!main.isDone(seen)) {
            steps.add(main);
        }
        if (wanted.get() instanceof AccountState account) {
            Step seat = new Step(Step.Verb.SEAT, key, wanted);
            boolean hasNone = seen.isEmpty() && account.seats().isEmpty();
            if (!hasNone && !seat.isDone(seen)) {
                steps.add(seat);
            }
        }
    }

    private static void addLeaving(ObjectKey key, Observation.Seen extra, List<Step> steps) {
        if (extra.state() instanceof AccountState account) {
            addSteps(key, Optional.of(account.closed()), Optional.of(extra), steps);
        } else {
            steps.add(new Step(Step.Verb.REMOVE, key, Optional.empty()));
        }
    }

    public boolean isEmpty() {
        return steps.isEmpty();
    }
}

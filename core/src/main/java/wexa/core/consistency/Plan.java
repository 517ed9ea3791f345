package wexa.core.consistency;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import wexa.core.cancelling.Cancellation;
import wexa.core.consistency.TenantObject.AccountState;

/** Steps that make a tenant agree on some objects, in the order in which they have to be sent. */
public record Plan(List<Step> steps) {
    public Plan {
        steps = List.copyOf(steps);
    }

    /** Steps that make all of these objects agree, with nothing on its way to any of them. */
    public static Plan between(Map<ObjectKey, TenantObject> desired, Observed observed, Set<ObjectKey> keys) {
        Map<ObjectKey, Fields> whole = keys.stream().collect(Collectors.toMap(key -> key, key -> Fields.WHOLE));
        return between(desired, observed, whole, key -> false);
    }

    /**
     * Steps from what was observed to what is desired, for the given fields of the given objects only. What agrees gets
     * none, unless something is on its way to the object: then what was observed may not hold for long. Accounts are
     * closed, never removed; an object that is not there is made only if it is wanted as a whole. Costs the keys, and the
     * members of groups among them.
     */
    public static Plan between(
            Map<ObjectKey, TenantObject> desired,
            Observed observed,
            Map<ObjectKey, Fields> wanted,
            Predicate<ObjectKey> isOnItsWay) {
        List<Step> steps = new ArrayList<>();
        wanted.forEach((key, fields) -> {
            Cancellation.check();
            Optional<TenantObject> target = Optional.ofNullable(desired.get(key));
            boolean isSure = !isOnItsWay.test(key);
            if (target.isPresent()) {
                addComing(key, fields, target.get(), observed.find(key), isSure, steps);
            } else if (fields.isWhole()) {
                addLeaving(key, observed.find(key), isSure, steps);
            }
        });
        steps.sort(Comparator.comparingInt(Step::phase).thenComparing(Step::object));
        return new Plan(steps);
    }

    private static void addComing(
            ObjectKey key,
            Fields fields,
            TenantObject target,
            Optional<Observation.Seen> seen,
            boolean isSure,
            List<Step> steps) {
        boolean isAccount = target instanceof AccountState;
        Fields own = isAccount ? fields.withoutSeats() : fields;
        if (seen.isEmpty() && isSure && !fields.isWhole()) {
            return;
        }
        if (!own.isEmpty()) {
            Step.Verb verb = seen.isPresent() || !fields.isWhole() ? Step.Verb.AMEND : Step.Verb.CREATE;
            addUnlessDone(new Step(verb, key, Optional.of(target), own), seen, isSure, steps);
        }
        if (target instanceof AccountState account && fields.includeSeats()) {
            boolean hasNone = seen.isEmpty() && account.seats().isEmpty() && isSure;
            if (!hasNone) {
                addUnlessDone(new Step(Step.Verb.SEAT, key, Optional.of(target), Fields.SEATS), seen, isSure, steps);
            }
        }
    }

    private static void addLeaving(ObjectKey key, Optional<Observation.Seen> seen, boolean isSure, List<Step> steps) {
        if (seen.isPresent() && seen.get().state() instanceof AccountState account) {
            addComing(key, Fields.WHOLE, account.closed(), seen, isSure, steps);
        } else if (seen.isPresent() || !isSure) {
            steps.add(Step.whole(Step.Verb.REMOVE, key, Optional.empty()));
        }
    }

    private static void addUnlessDone(Step step, Optional<Observation.Seen> seen, boolean isSure, List<Step> steps) {
        if (!isSure || !step.isDone(seen)) {
            steps.add(step);
        }
    }

    /**
     * What a step that was planned earlier comes to now: the same fields of the same object, as they are wanted now. Empty
     * where nothing is left to do; some fields of an object that is not there stay to be done, for the tenant to refuse.
     */
    public static Optional<Step> now(Step planned, Optional<TenantObject> desired, Optional<Observation.Seen> seen) {
        if (seen.isEmpty() && desired.isPresent() && !planned.fields().isWhole()) {
            return Optional.of(new Step(planned.verb(), planned.object(), desired, planned.fields()));
        }
        boolean isSeat = planned.verb() == Step.Verb.SEAT;
        List<Step> steps = new ArrayList<>();
        if (desired.isPresent()) {
            addComing(planned.object(), planned.fields(), desired.get(), seen, true, steps);
        } else if (planned.fields().isWhole() || isSeat) {
            addLeaving(planned.object(), seen, true, steps);
        }
        return steps.stream()
                .filter(step -> (step.verb() == Step.Verb.SEAT) == isSeat)
                .findFirst();
    }

    public boolean isEmpty() {
        return steps.isEmpty();
    }
}

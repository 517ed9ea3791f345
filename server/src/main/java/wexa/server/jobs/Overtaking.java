package wexa.server.jobs;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Gatherers;
import org.springframework.stereotype.Component;
import wexa.core.consistency.Fields;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Step;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.stored.StoredForms;

/**
 * What a new job finds of earlier ones: steps about the same objects that were not carried out. Whatever waits for the same
 * fields is superseded; whatever was refused is, too, and the new step is about its fields as well, for nobody stopped it.
 */
@Component
class Overtaking {
    private static final int AT_A_TIME = 500;

    private final StepRows steps;
    private final StoredForms forms;

    Overtaking(StepRows steps, StoredForms forms) {
        this.steps = steps;
        this.forms = forms;
    }

    /**
     * What a new job is about in one tenant.
     *
     * @param wanted the fields of each object
     * @param onTheirWay objects that an earlier step may still change: what was read of them may not hold
     * @param superseded earlier steps that the new job's steps stand for
     */
    record Found(SortedMap<ObjectKey, Fields> wanted, Set<ObjectKey> onTheirWay, List<UUID> superseded) {}

    Found look(Id<Tenant> tenant, Map<ObjectKey, Fields> touched) {
        SortedMap<ObjectKey, Fields> wanted = new TreeMap<>(touched);
        Map<StepRow, Step> earlier = new HashMap<>();
        List<String> objects =
                touched.keySet().stream().map(ObjectKey::toString).toList();
        for (List<String> some : chunks(objects)) {
            steps.notCarriedOut(tenant.value(), some).forEach(row -> earlier.put(row, forms.readStep(row.body)));
        }
        List<UUID> superseded = new ArrayList<>();
        earlier.forEach((row, step) -> {
            if (row.state() == StepRow.State.REFUSED) {
                wanted.merge(step.object(), step.fields(), Fields::and);
                superseded.add(row.id);
            }
        });
        Set<ObjectKey> onTheirWay = new HashSet<>();
        earlier.forEach((row, step) -> {
            boolean waits = row.state() == StepRow.State.WAITING || row.state() == StepRow.State.BY_HAND;
            boolean isCovered =
                    waits && wanted.getOrDefault(step.object(), Fields.NONE).cover(step.fields());
            if (isCovered) {
                superseded.add(row.id);
            }
            boolean wasNeverSent = isCovered && row.attempts == 0;
            if (row.state().isOpen() && !wasNeverSent) {
                onTheirWay.add(step.object());
            }
        });
        return new Found(wanted, onTheirWay, superseded);
    }

    /** Tells how many still waited, or were refused. */
    int supersede(Collection<UUID> superseded, long changeset, Instant now) {
        String words = "changed again by changeset " + changeset;
        return chunks(superseded).stream()
                .mapToInt(some -> steps.supersede(some, words, now))
                .sum();
    }

    private static <T> List<List<T>> chunks(Collection<T> all) {
        return all.stream().gather(Gatherers.windowFixed(AT_A_TIME)).toList();
    }
}

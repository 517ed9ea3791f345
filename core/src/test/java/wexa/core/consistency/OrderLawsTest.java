package wexa.core.consistency;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomEffects;
import wexa.core.RandomModel;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;

/**
 * Steps of many changesets about the same objects, sent late, out of order and in part: as each carries what is wanted when
 * it is sent, a tenant ends with what is wanted last. From printed seeds.
 */
class OrderLawsTest {
    static LongStream seeds() {
        return LongStream.range(1, 31);
    }

    private static Map<ObjectKey, Fields> touched(
            SortedMap<ObjectKey, TenantObject> before, SortedMap<ObjectKey, TenantObject> after) {
        Map<ObjectKey, Fields> touched = new TreeMap<>();
        SortedMap<ObjectKey, TenantObject> all = new TreeMap<>(before);
        all.putAll(after);
        all.keySet().forEach(key -> {
            Fields fields = Fields.between(Optional.ofNullable(before.get(key)), Optional.ofNullable(after.get(key)));
            if (!fields.isEmpty()) {
                touched.put(key, fields);
            }
        });
        return touched;
    }

    private static Observation send(Observation observed, Step step) {
        if (step.verb() == Step.Verb.REMOVE) {
            return Holdings.with(observed, step.object(), Optional.empty());
        }
        Optional<TenantObject> before = observed.find(step.object()).map(Observation.Seen::state);
        if (before.isEmpty() && step.verb() != Step.Verb.CREATE) {
            return observed;
        }
        return Holdings.with(observed, step.object(), Optional.of(new Observation.Seen("r", step.after(before))));
    }

    /** Sends the steps that are left in a random order, each as it is wanted now; some of them, if not all. */
    private static Observation sendSome(
            List<Step> waiting,
            SortedMap<ObjectKey, TenantObject> wanted,
            Observation start,
            Random random,
            double share) {
        Observation observed = start;
        List<Step> left = new ArrayList<>();
        while (!waiting.isEmpty()) {
            Step step = waiting.remove(random.nextInt(waiting.size()));
            if (random.nextDouble() >= share) {
                left.add(step);
                continue;
            }
            Optional<Step> now =
                    Plan.now(step, Optional.ofNullable(wanted.get(step.object())), observed.find(step.object()));
            boolean isMissing = now.isPresent()
                    && now.get().verb() != Step.Verb.CREATE
                    && observed.find(step.object()).isEmpty();
            if (isMissing) {
                left.add(step);
            } else if (now.isPresent()) {
                observed = send(observed, now.get());
            }
        }
        waiting.addAll(left);
        return observed;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whateverTheOrderATenantEndsWithWhatIsWantedLast(long seed) {
        RandomModel made = new RandomModel(seed);
        Random random = new Random(seed);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        for (Tenant tenant : made.tenants) {
            Snapshot now = snapshot;
            SortedMap<ObjectKey, TenantObject> wanted = desired(now, tenant);
            Observation observed = Holdings.NOTHING;
            List<Step> waiting = new ArrayList<>();
            plan(new TreeMap<>(), wanted, observed, waiting);
            for (int round = 0; round < 6; round++) {
                observed = sendSome(waiting, wanted, observed, random, 0.5);
                now = now.with(now.version() + 1, RandomEffects.of(made, now.model()));
                SortedMap<ObjectKey, TenantObject> next = desired(now, tenant);
                plan(wanted, next, observed, waiting);
                wanted = next;
            }
            // twice: steps that waited for their object to be made go in the second round
            observed = sendSome(waiting, wanted, observed, random, 1);
            observed = sendSome(waiting, wanted, observed, random, 1);
            SortedMap<ObjectKey, TenantObject> last = wanted;
            Map<ObjectKey, Fields> all =
                    observed.objects().keySet().stream().collect(Collectors.toMap(key -> key, key -> Fields.WHOLE));
            last.keySet().forEach(key -> all.put(key, Fields.WHOLE));
            assertThat(Plan.between(last, observed, all, key -> false).steps())
                    .as("tenant %s", tenant.key())
                    .isEmpty();
        }
    }

    private static SortedMap<ObjectKey, TenantObject> desired(Snapshot snapshot, Tenant tenant) {
        return new DesiredState(snapshot.model(), snapshot.index(), tenant, RandomModel.NOW).all();
    }

    private static void plan(
            SortedMap<ObjectKey, TenantObject> before,
            SortedMap<ObjectKey, TenantObject> after,
            Observation observed,
            List<Step> waiting) {
        Map<ObjectKey, Fields> wanted = touched(before, after);
        Set<ObjectKey> onTheirWay = waiting.stream().map(Step::object).collect(Collectors.toSet());
        waiting.removeIf(step -> wanted.getOrDefault(step.object(), Fields.NONE).cover(step.fields()));
        waiting.addAll(
                Plan.between(after, observed, wanted, onTheirWay::contains).steps());
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aStepLeavesAloneWhatItIsNotAbout(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        Snapshot changed = snapshot.with(2, RandomEffects.of(made, snapshot.model()));
        Snapshot later = changed.with(3, RandomEffects.of(made, changed.model()));
        for (Tenant tenant : made.tenants) {
            SortedMap<ObjectKey, TenantObject> first = desired(snapshot, tenant);
            SortedMap<ObjectKey, TenantObject> second = desired(changed, tenant);
            SortedMap<ObjectKey, TenantObject> third = desired(later, tenant);
            first.forEach((key, was) -> {
                if (!second.containsKey(key) || !third.containsKey(key)) {
                    return;
                }
                Fields about = Fields.between(Optional.of(was), Optional.of(second.get(key)));
                TenantObject taken = about.taken(was, third.get(key));
                Fields moved = Fields.between(Optional.of(was), Optional.of(taken));
                assertThat(about.cover(moved)).isTrue();
                assertThat(about.taken(taken, third.get(key))).isEqualTo(taken);
                Fields rest = Fields.between(Optional.of(taken), Optional.of(third.get(key)));
                assertThat(rest.names().stream().filter(about::include).toList())
                        .allMatch(name -> name.equals("mail") || name.equals("phone"));
            });
        }
    }
}

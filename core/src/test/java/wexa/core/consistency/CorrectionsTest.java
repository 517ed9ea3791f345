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
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;

/** A tenant that was changed behind Wexa's back, at random, and is corrected. From printed seeds. */
class CorrectionsTest {
    static LongStream seeds() {
        return LongStream.range(0, 40);
    }

    /** Some objects are gone, some accounts open that should be closed and the other way round, and something is too much. */
    private static SortedMap<ObjectKey, TenantObject> disturbed(
            SortedMap<ObjectKey, TenantObject> desired, Random random) {
        SortedMap<ObjectKey, TenantObject> there = new TreeMap<>();
        desired.forEach((key, object) -> {
            switch (random.nextInt(4)) {
                case 0 -> {
                    // gone
                }
                case 1 -> there.put(key, otherwise(object));
                default -> there.put(key, object);
            }
        });
        desired.values().stream()
                .filter(TenantObject.AssignmentState.class::isInstance)
                .findFirst()
                .ifPresent(one -> there.put(ObjectKey.parse("ASSIGNMENT:" + new UUID(random.nextLong(), 1)), one));
        return there;
    }

    private static TenantObject otherwise(TenantObject object) {
        if (object instanceof TenantObject.AccountState account) {
            return new TenantObject.AccountState(
                    account.userName(),
                    account.givenName(),
                    "Otherwise",
                    account.mail(),
                    account.phone(),
                    account.activity() == TenantObject.Activity.OPEN
                            ? TenantObject.Activity.CLOSED
                            : TenantObject.Activity.OPEN,
                    Set.of(),
                    account.attributes(),
                    account.values());
        }
        return object instanceof TenantObject.GroupState group
                ? new TenantObject.GroupState(group.name(), Set.of())
                : object;
    }

    private static Observation holding(Map<ObjectKey, TenantObject> objects) {
        Observation observed = Holdings.NOTHING;
        for (Map.Entry<ObjectKey, TenantObject> one : objects.entrySet()) {
            observed = Holdings.with(
                    observed, one.getKey(), Optional.of(new Observation.Seen("r" + one.getKey(), one.getValue())));
        }
        return observed;
    }

    private static List<Difference> differences(SortedMap<ObjectKey, TenantObject> desired, Observation observed) {
        Set<ObjectKey> keys = new TreeSet<>(desired.keySet());
        keys.addAll(observed.objects().keySet());
        List<Difference> found = new ArrayList<>();
        for (ObjectKey key : keys) {
            Difference.of(
                            key,
                            Optional.ofNullable(desired.get(key)),
                            observed.find(key).map(Observation.Seen::state))
                    .filter(one -> one.kind() != Difference.Kind.SAME)
                    .ifPresent(found::add);
        }
        return found;
    }

    private static Observation carried(ChangedObjects work, Observation start) {
        Observation observed = start;
        for (Step step :
                Plan.between(work.desired(), start, work.fields(), key -> false).steps()) {
            Optional<Observation.Seen> before = observed.find(step.object());
            observed = Holdings.with(
                    observed,
                    step.object(),
                    step.verb() == Step.Verb.REMOVE
                            ? Optional.empty()
                            : Optional.of(new Observation.Seen(
                                    "r" + step.object(), step.after(before.map(Observation.Seen::state)))));
        }
        return observed;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsCorrectedDiffersNoLongerAndNothingElseIsTouched(long seed) {
        RandomModel made = new RandomModel(seed);
        Random random = new Random(seed);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        for (Tenant tenant : snapshot.model().tenants().stream().toList()) {
            SortedMap<ObjectKey, TenantObject> desired =
                    new DesiredState(snapshot.model(), snapshot.index(), tenant, RandomModel.NOW).all();
            Observation there = holding(disturbed(desired, random));
            List<Difference> all = differences(desired, there);
            Set<ObjectKey> chosen = new TreeSet<>();
            all.stream().filter(one -> random.nextBoolean()).forEach(one -> chosen.add(one.object()));
            ChangedObjects work = Corrections.of(snapshot, tenant, all, chosen, RandomModel.NOW);
            assertThat(work.fields().keySet()).containsAll(chosen);
            Observation after = carried(work, there);
            List<Difference> left = differences(desired, after);
            assertThat(left).as("in %s", tenant.key()).noneMatch(one -> chosen.contains(one.object()));
            List<Difference> untouched = all.stream()
                    .filter(one -> !work.fields().containsKey(one.object()))
                    .toList();
            assertThat(left).containsAll(untouched);
            ChangedObjects everything = Corrections.of(
                    snapshot,
                    tenant,
                    all,
                    new TreeSet<>(all.stream().map(Difference::object).toList()),
                    RandomModel.NOW);
            assertThat(differences(desired, carried(everything, there))).isEmpty();
            assertThat(Corrections.of(snapshot, tenant, all, Set.of(), RandomModel.NOW)
                            .fields())
                    .isEmpty();
        }
    }
}

package wexa.core.consistency;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomEffects;
import wexa.core.RandomModel;
import wexa.core.access.AccessIndex;
import wexa.core.model.Effect;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Impact;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;

/** Steps make a tenant agree, once, in an order in which everything named exists. Models from printed seeds. */
class PlanLawsTest {
    static LongStream seeds() {
        return LongStream.range(1, 41);
    }

    /** A tenant that does what it is told. */
    private static Observation carry(Observation before, Step step) {
        if (step.verb() == Step.Verb.REMOVE) {
            return Holdings.with(before, step.object(), Optional.empty());
        }
        TenantObject after = step.after(before.find(step.object()).map(Observation.Seen::state));
        return Holdings.with(before, step.object(), Optional.of(new Observation.Seen("r-" + step.object(), after)));
    }

    private static Observation carryAll(Observation before, Plan plan) {
        Observation observed = before;
        for (Step step : plan.steps()) {
            observed = carry(observed, step);
        }
        return observed;
    }

    private static Set<ObjectKey> keys(SortedMap<ObjectKey, TenantObject> desired, Observation observed) {
        Set<ObjectKey> keys = new TreeSet<>(desired.keySet());
        keys.addAll(observed.objects().keySet());
        return keys;
    }

    /** A reading of the desired state with some objects lost, some changed, and some that nobody wants. */
    private static Observation disturbed(SortedMap<ObjectKey, TenantObject> desired, RandomModel made) {
        TreeMap<ObjectKey, Observation.Seen> seen = new TreeMap<>();
        desired.forEach((key, state) -> {
            int chance = made.random.nextInt(4);
            if (chance == 0) {
                return;
            }
            TenantObject read = state;
            if (chance == 1 && state instanceof TenantObject.RoleState role) {
                read = new TenantObject.RoleState(role.name(), Set.of());
            } else if (chance == 1 && state instanceof TenantObject.AccountState account) {
                read = account.withSeats(Set.of("other"));
            }
            seen.put(key, new Observation.Seen("r-" + key, read));
        });
        ObjectKey extra = ObjectKey.assignment(made.id());
        seen.put(
                extra,
                new Observation.Seen(
                        "extra",
                        new TenantObject.AssignmentState("ACCOUNT:x", "ROLE:x", Optional.empty(), Optional.empty())));
        return new Observation(seen, List.of());
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void stepsMakeAnyTenantAgreeAndAnAgreeingTenantGetsNone(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        AccessIndex index = AccessIndex.compile(model);
        for (Tenant tenant : made.tenants) {
            SortedMap<ObjectKey, TenantObject> desired = new DesiredState(model, index, tenant, RandomModel.NOW).all();
            for (Observation start : List.of(Holdings.NOTHING, disturbed(desired, made))) {
                Plan plan = Plan.between(desired, start, keys(desired, start));
                Observation after = carryAll(start, plan);
                assertThat(Plan.between(desired, after, keys(desired, after)).steps())
                        .isEmpty();
                assertThat(Holdings.differences(desired, after)).allMatch(one -> one.kind() == Difference.Kind.SAME);
                assertThat(carryAll(after, plan)).isEqualTo(after);
            }
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nothingIsNamedBeforeItIsThere(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        AccessIndex index = AccessIndex.compile(model);
        for (Tenant tenant : made.tenants) {
            SortedMap<ObjectKey, TenantObject> desired = new DesiredState(model, index, tenant, RandomModel.NOW).all();
            Plan plan = Plan.between(desired, Holdings.NOTHING, desired.keySet());
            Set<String> there = new HashSet<>();
            for (Step step : plan.steps()) {
                assertThat(there).containsAll(step.named());
                there.add(step.object().toString());
            }
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatAChangesetTouchesIsWhatComparingEverythingFinds(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot before = Snapshot.compile(1, made.model());
        for (int round = 0; round < 3; round++) {
            List<Effect> effects = RandomEffects.of(made, before.model());
            Snapshot after = before.with(before.version() + 1, effects);
            Set<Id<Person>> people = Impact.affected(before, after.model(), after.index(), effects, RandomModel.NOW);
            AffectedSubjects concerned = AffectedSubjects.by(before, after, effects, people, RandomModel.NOW);
            for (Tenant tenant : made.tenants) {
                SortedMap<ObjectKey, TenantObject> was =
                        new DesiredState(before.model(), before.index(), tenant, RandomModel.NOW).all();
                SortedMap<ObjectKey, TenantObject> is =
                        new DesiredState(after.model(), after.index(), tenant, RandomModel.NOW).all();
                SortedMap<ObjectKey, Fields> expected = new TreeMap<>();
                was.forEach((key, state) -> {
                    if (!state.equals(is.get(key))) {
                        expected.put(key, Fields.between(Optional.of(state), Optional.ofNullable(is.get(key))));
                    }
                });
                is.keySet().stream()
                        .filter(key -> !was.containsKey(key))
                        .forEach(key -> expected.put(key, Fields.WHOLE));
                // that a value is asked about is nothing to carry
                expected.values().removeIf(Fields::isEmpty);
                assertThat(ChangedObjects.between(before, after, tenant, RandomModel.NOW, concerned)
                                .fields())
                        .isEqualTo(expected);
            }
            before = after;
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void oneObjectAloneIsWhatItIsAmongAll(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot before = Snapshot.compile(1, made.model());
        Snapshot after = before.with(2, RandomEffects.of(made, before.model()));
        for (Tenant tenant : made.tenants) {
            DesiredState was = new DesiredState(before.model(), before.index(), tenant, RandomModel.NOW);
            DesiredState is = new DesiredState(after.model(), after.index(), tenant, RandomModel.NOW);
            SortedMap<ObjectKey, TenantObject> all = is.all();
            SortedMap<ObjectKey, TenantObject> known = was.all();
            known.putAll(all);
            known.forEach((key, like) -> assertThat(is.find(key, Optional.of(like)))
                    .as("%s", key)
                    .isEqualTo(Optional.ofNullable(all.get(key))));
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void anInstantThatChangesNothingTouchesNothing(long seed) {
        Model model = new RandomModel(seed).model();
        Snapshot snapshot = Snapshot.compile(1, model);
        for (Tenant tenant : model.tenants().stream().toList()) {
            assertThat(ChangedObjects.betweenInstants(snapshot, tenant, RandomModel.NOW, RandomModel.NOW)
                            .fields())
                    .isEmpty();
        }
    }
}

package wexa.core.consistency;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.EveryKind;
import wexa.core.RandomModel;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;

/** What is asked for and already so reaches a tenant that never heard of it, and nothing else does. From printed seeds. */
class ShowingTest {
    private static final Set<Kind<?>> ASKED_FOR =
            Set.of(Kind.ACCOUNT, Kind.SEAT, Kind.MEMBERSHIP, Kind.ASSIGNMENT, Kind.ENGAGEMENT);

    static LongStream seeds() {
        return LongStream.range(0, 20);
    }

    private static SortedMap<ObjectKey, TenantObject> desired(Snapshot snapshot, Tenant tenant) {
        return new DesiredState(snapshot.model(), snapshot.index(), tenant, RandomModel.NOW).all();
    }

    private static Observation holding(Map<ObjectKey, TenantObject> objects) {
        Observation observed = Holdings.NOTHING;
        for (Map.Entry<ObjectKey, TenantObject> one : objects.entrySet()) {
            observed = Holdings.with(
                    observed, one.getKey(), Optional.of(new Observation.Seen("r" + one.getKey(), one.getValue())));
        }
        return observed;
    }

    private static Plan plan(ChangedObjects named, Observation observed) {
        return Plan.between(named.desired(), observed, named.fields(), key -> false);
    }

    private static Observation carry(Observation start, Plan plan) {
        Observation observed = start;
        for (Step step : plan.steps()) {
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

    /** What of an object is wanted now and was another before; roles, and groups that come or go, are shared with others. */
    private static Map<ObjectKey, Fields> missed(
            SortedMap<ObjectKey, TenantObject> before, SortedMap<ObjectKey, TenantObject> after) {
        Map<ObjectKey, Fields> missed = new HashMap<>();
        SortedMap<ObjectKey, TenantObject> all = new TreeMap<>(before);
        all.putAll(after);
        for (ObjectKey key : all.keySet()) {
            Fields fields = Fields.between(Optional.ofNullable(before.get(key)), Optional.ofNullable(after.get(key)));
            boolean isShared =
                    key.type() == ObjectKey.Type.ROLE || key.type() == ObjectKey.Type.GROUP && fields.isWhole();
            if (!fields.isEmpty() && !isShared) {
                missed.put(key, fields);
            }
        }
        return missed;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aTenantThatNeverHeardOfAChangeHearsOfItWhenItIsAskedForAgain(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot before = Snapshot.compile(1, made.model());
        for (Effect effect : EveryKind.of(made)) {
            // a login that is gone for good leaves nothing by which it could be named
            boolean isNamed = ASKED_FOR.contains(effect.kind())
                    && !(effect.kind().equals(Kind.ACCOUNT) && effect.after().isEmpty());
            if (!isNamed) {
                continue;
            }
            Snapshot after = Snapshot.compile(2, before.model().with(List.of(effect)));
            for (Tenant tenant : after.model().tenants().stream().toList()) {
                SortedMap<ObjectKey, TenantObject> was = desired(before, tenant);
                SortedMap<ObjectKey, TenantObject> is = desired(after, tenant);
                ChangedObjects named = Showing.of(List.of(effect.subject()), after, tenant, RandomModel.NOW);
                Observation carried = carry(holding(was), plan(named, holding(was)));
                Map<ObjectKey, Fields> missed = missed(was, is);
                if (effect.kind().equals(Kind.ENGAGEMENT)) {
                    // groups that a rule no longer puts somebody into are found by comparing the tenant only
                    missed.keySet().removeIf(key -> key.type() != ObjectKey.Type.ACCOUNT);
                }
                assertThat(Plan.between(is, carried, missed, key -> false).steps())
                        .as("%s in %s", effect, tenant.key())
                        .isEmpty();
                assertThat(plan(named, holding(is)).steps())
                        .as("%s in %s, which agrees", effect, tenant.key())
                        .isEmpty();
            }
        }
    }

    /** Whatever is named, a tenant that agrees gets no step; and nothing is ever made of what is closed, or is for emergencies. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nothingIsMadeOfClosedAccountsAndEmergencyAccountsAreLeftAlone(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        Snapshot snapshot = Snapshot.compile(1, model);
        List<Fact> accounts = List.copyOf(model.table(Kind.ACCOUNT).stream().toList());
        for (Tenant tenant : model.tenants().stream().toList()) {
            SortedMap<ObjectKey, TenantObject> is = desired(snapshot, tenant);
            ChangedObjects named = Showing.of(accounts, snapshot, tenant, RandomModel.NOW);
            assertThat(plan(named, holding(is)).steps()).isEmpty();
            for (Step step : plan(named, Holdings.NOTHING).steps()) {
                if (step.object().type() == ObjectKey.Type.ACCOUNT) {
                    assertThat(model.table(Kind.ACCOUNT)
                                    .get(Id.of(step.object().id()))
                                    .isOpen())
                            .isTrue();
                }
            }
            for (Account account : model.table(Kind.ACCOUNT).stream().toList()) {
                if (account.kind() == AccountKind.EMERGENCY) {
                    assertThat(named.fields()).doesNotContainKey(ObjectKey.account(account.id()));
                }
            }
        }
    }

    @Test
    void whatIsAlreadySoIsPartOfWhatWasReviewed() {
        RandomModel made = new RandomModel(3);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        Account account = snapshot.model().table(Kind.ACCOUNT).stream()
                .filter(one -> one.kind() != AccountKind.EMERGENCY && one.isOpen())
                .findFirst()
                .orElseThrow();
        Tenant tenant = snapshot.model().tenants().get(account.tenant());
        ChangedObjects named = Showing.of(List.of(account), snapshot, tenant, RandomModel.NOW);
        assertThat(named.fields()).containsEntry(ObjectKey.account(account.id()), Fields.WHOLE);
        ChangedObjects nothing = Showing.of(List.of(), snapshot, tenant, RandomModel.NOW);
        assertThat(nothing.and(named)).isEqualTo(named);
    }
}

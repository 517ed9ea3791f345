package wexa.core.consistency;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.Activity;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Window;

/** What was found in a tenant and taken into the model differs no longer. From seeds that stand in each failure. */
class AcceptanceTest {
    private static final int SEEDS = 40;

    private final Map<ObjectKey.Type, Integer> accepted = new EnumMap<>(ObjectKey.Type.class);
    private final Set<Acceptance.Why> refused = EnumSet.noneOf(Acceptance.Why.class);
    private boolean isValueAccepted;

    /** How somebody in the tenant may have changed an object. */
    private static Optional<TenantObject> changed(
            TenantObject object, SortedMap<ObjectKey, TenantObject> all, Random random) {
        if (random.nextInt(5) == 0) {
            return Optional.empty();
        }
        return Optional.of(
                switch (object) {
                    case AccountState account -> account(account, random);
                    case GroupState group -> {
                        Set<String> members = new TreeSet<>(group.members());
                        List<ObjectKey> accounts = all.keySet().stream()
                                .filter(key -> key.type() == ObjectKey.Type.ACCOUNT
                                        && ((AccountState) all.get(key)).activity() == Activity.OPEN)
                                .toList();
                        String one = accounts.isEmpty()
                                ? ""
                                : accounts.get(random.nextInt(accounts.size())).toString();
                        if (!one.isEmpty() && !members.remove(one)) {
                            members.add(one);
                        }
                        yield new GroupState(group.name(), members);
                    }
                    case AssignmentState one ->
                        new AssignmentState(
                                one.subject(),
                                one.role(),
                                random.nextBoolean() ? Optional.empty() : one.area(),
                                Optional.of(RandomModel.NOW.plus(Duration.ofDays(1 + random.nextInt(90)))));
                    case TenantObject.RoleState role -> new TenantObject.RoleState(role.name(), Set.of());
                });
    }

    private static AccountState account(AccountState account, Random random) {
        boolean isFlipped = random.nextInt(3) == 0;
        Activity activity =
                isFlipped ? account.activity() == Activity.OPEN ? Activity.CLOSED : Activity.OPEN : account.activity();
        return new AccountState(
                random.nextInt(3) == 0 ? account.userName() + ".there" : account.userName(),
                account.givenName(),
                random.nextInt(9) == 0 ? "Otherwise" : account.familyName(),
                account.mail(),
                account.phone(),
                activity,
                random.nextBoolean() ? Set.of() : account.seats(),
                account.attributes(),
                activity == Activity.OPEN && !isFlipped ? values(account, random) : account.values());
    }

    /** One of the values that stand for roles is there and should not be, or the other way round. */
    private static Map<String, Boolean> values(AccountState account, Random random) {
        Map<String, Boolean> values = new TreeMap<>(account.values());
        if (!values.isEmpty() && random.nextBoolean()) {
            String one = List.copyOf(values.keySet()).get(random.nextInt(values.size()));
            values.put(one, !values.get(one));
        }
        return values;
    }

    @Test
    void whatIsAcceptedDiffersNoLonger() {
        for (long seed = 0; seed < SEEDS; seed++) {
            RandomModel made = new RandomModel(seed);
            Random random = new Random(seed);
            Snapshot snapshot = Snapshot.compile(1, made.model());
            for (Tenant tenant : snapshot.model().tenants().stream().toList()) {
                SortedMap<ObjectKey, TenantObject> desired =
                        new DesiredState(snapshot.model(), snapshot.index(), tenant, RandomModel.NOW).all();
                List<Difference> found = new ArrayList<>();
                desired.forEach((key, object) -> {
                    if (random.nextInt(3) == 0) {
                        Difference.of(key, Optional.of(object), changed(object, desired, random))
                                .ifPresent(found::add);
                    }
                });
                desired.values().stream()
                        .filter(AssignmentState.class::isInstance)
                        .map(AssignmentState.class::cast)
                        .findFirst()
                        .flatMap(one -> Difference.of(
                                ObjectKey.parse("ASSIGNMENT:" + new UUID(random.nextLong(), 1)),
                                Optional.empty(),
                                Optional.of(one)))
                        .ifPresent(found::add);
                found.removeIf(one -> one.kind() == Difference.Kind.SAME);
                check(seed, made, snapshot, tenant, found);
            }
        }
        assertThat(accepted.keySet())
                .containsExactlyInAnyOrder(ObjectKey.Type.ACCOUNT, ObjectKey.Type.GROUP, ObjectKey.Type.ASSIGNMENT);
        assertThat(accepted.values()).as("%s", accepted).allMatch(count -> count > 20);
        assertThat(isValueAccepted).isTrue();
        assertThat(refused)
                .contains(
                        Acceptance.Why.GOVERNED_HERE,
                        Acceptance.Why.NOT_HERE,
                        Acceptance.Why.BY_ANOTHER_WAY,
                        Acceptance.Why.NO_AREA,
                        Acceptance.Why.ROLE_CONTENTS);
    }

    private void check(long seed, RandomModel made, Snapshot snapshot, Tenant tenant, List<Difference> found) {
        Acceptance.Taken taken = Acceptance.of(
                found,
                tenant,
                snapshot,
                RandomModel.NOW,
                ZoneOffset.UTC,
                () -> made.id().value());
        refused.addAll(taken.left().values());
        Preview preview = Preview.of(snapshot, taken.entries(), RandomModel.NOW, ZoneOffset.UTC);
        // a pool may be full, or a name be somebody else's: then the draft says so
        if (!preview.outcomes().stream().allMatch(one -> one.state().isDone())) {
            return;
        }
        DesiredState after = new DesiredState(preview.model(), preview.index(), tenant, RandomModel.NOW);
        for (Difference one : found) {
            if (!taken.left().containsKey(one.object())) {
                accepted.merge(one.object().type(), 1, Integer::sum);
                isValueAccepted |= Excepted.differs(one).stream().anyMatch(name -> name.startsWith("value:"));
                assertThat(Difference.of(one.object(), after.find(one.object(), one.observed()), one.observed())
                                .filter(left -> left.kind() != Difference.Kind.SAME && !isSeatOfClosed(left)))
                        .as("seed %s, %s", seed, one)
                        .isEmpty();
            }
        }
    }

    /** What the draft's own job gives back. */
    private static boolean isSeatOfClosed(Difference left) {
        return left.desired().orElse(null) instanceof AccountState wanted
                && left.observed().orElse(null) instanceof AccountState seen
                && wanted.activity() == Activity.CLOSED
                && wanted.equals(seen.withSeats(wanted.seats()));
    }

    /** A tenant names what it likes: what is another tenant's stays as it is. */
    @Test
    void whatATenantSaysOfAnotherTenantsAssignmentChangesNothing() {
        RandomModel made = new RandomModel(5);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        for (Assignment one : made.assignments) {
            ObjectKey key = ObjectKey.assignment(one.id());
            Difference difference = Difference.of(
                            key,
                            Optional.empty(),
                            Optional.of(new AssignmentState(
                                    ObjectKey.account(made.accounts.getFirst().id())
                                            .toString(),
                                    ObjectKey.role(one.role()).toString(),
                                    Optional.empty(),
                                    Optional.empty())))
                    .orElseThrow();
            for (Tenant other : made.tenants) {
                if (!other.id().equals(one.tenant())) {
                    Acceptance.Taken taken = Acceptance.of(
                            List.of(difference),
                            other,
                            snapshot,
                            RandomModel.NOW,
                            ZoneOffset.UTC,
                            () -> made.id().value());
                    assertThat(taken.entries()).isEmpty();
                    assertThat(taken.left()).containsEntry(key, Acceptance.Why.NOT_KNOWN);
                }
            }
        }
    }

    /** An exception is about what differed when it was made; anything else is found again, as is all of it when it ends. */
    @Test
    void anExceptionCoversNoMoreThanWhatWasExcepted() {
        RandomModel made = new RandomModel(3);
        Tenant tenant = made.tenants.getFirst();
        ObjectKey key = ObjectKey.account(made.accounts.getLast().id());
        AccountState wanted = new AccountState(
                "ada", "Ada", "Keeper", Optional.empty(), Optional.empty(), Activity.OPEN, Set.of("full"), Map.of());
        AccountState seatless = wanted.withSeats(Set.of());
        Difference seat =
                Difference.of(key, Optional.of(wanted), Optional.of(seatless)).orElseThrow();
        Window window = Window.of(RandomModel.NOW, RandomModel.NOW.plus(Duration.ofDays(9)));
        Model model = made.model()
                .with(List.of(Effect.make(new ExceptedDifference(
                        made.id(),
                        tenant.id(),
                        key.toString(),
                        Excepted.differs(seat),
                        window,
                        made.people.getFirst().id(),
                        "renewed in January"))));
        assertThat(Excepted.of(seat, tenant, model, RandomModel.NOW)).isPresent();
        assertThat(Excepted.of(seat, tenant, model, window.until())).isEmpty();
        assertThat(Excepted.of(seat, made.tenants.get(1), model, RandomModel.NOW))
                .isEmpty();
        Difference more = Difference.of(key, Optional.of(wanted), Optional.of(seatless.closed()))
                .orElseThrow();
        assertThat(Excepted.fields(more).names()).contains(Fields.ACTIVITY);
        assertThat(Excepted.of(more, tenant, model, RandomModel.NOW)).isEmpty();
        Difference gone =
                Difference.of(key, Optional.of(wanted), Optional.empty()).orElseThrow();
        assertThat(Excepted.of(gone, tenant, model, RandomModel.NOW)).isEmpty();
        Difference anotherSeat = Difference.of(key, Optional.of(wanted), Optional.of(wanted.withSeats(Set.of("guest"))))
                .orElseThrow();
        assertThat(Excepted.fields(anotherSeat)).isEqualTo(Excepted.fields(seat));
        assertThat(Excepted.of(anotherSeat, tenant, model, RandomModel.NOW)).isEmpty();
    }
}

package wexa.core.consistency;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.Activity;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Boundaries;
import wexa.core.preview.Snapshot;
import wexa.core.value.Window;

/** A pause is noticed when it begins and when it ends, and carried to the tenants then. */
class PausesTest {
    /** At no instant at which anything else begins or ends. */
    private static final Instant FROM = RandomModel.NOW.plusSeconds(12_345);

    private static final Instant UNTIL = FROM.plusSeconds(100_000);

    static LongStream seeds() {
        return LongStream.range(0, 20);
    }

    private static boolean isHere(Account account, Model model) {
        return account.isOpen()
                && account.kind() != AccountKind.EMERGENCY
                && account.person()
                        .filter(person -> PersonStatus.of(model, person, FROM.minusSeconds(1)) == PersonStatus.HERE
                                && PersonStatus.of(model, person, UNTIL.plusSeconds(1)) == PersonStatus.HERE)
                        .isPresent();
    }

    private static Optional<Activity> due(Snapshot snapshot, Account account, Instant at) {
        Tenant tenant = snapshot.model().tenants().get(account.tenant());
        ObjectKey key = ObjectKey.account(account.id());
        ChangedObjects touched = ChangedObjects.betweenInstants(snapshot, tenant, at.minusSeconds(1), at);
        return Optional.ofNullable(touched.fields().get(key))
                .filter(fields -> fields.include(Fields.ACTIVITY))
                .map(fields -> ((AccountState) touched.desired().get(key)).activity());
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void accountsAreClosedForThePauseAndOpenAfterIt(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        for (Account account : model.table(Kind.ACCOUNT).stream()
                .filter(one -> isHere(one, model))
                .limit(5)
                .toList()) {
            Person person = model.people().get(account.person().orElseThrow());
            Model with = model.with(List.of(Effect.make(made.stopping(person, Window.of(FROM, UNTIL)))));
            Snapshot snapshot = Snapshot.compile(1, with);
            assertThat(Boundaries.anyWithin(with, FROM.minusSeconds(1), FROM)).isTrue();
            assertThat(Boundaries.anyWithin(with, UNTIL.minusSeconds(1), UNTIL)).isTrue();
            assertThat(Boundaries.anyWithin(model, FROM.minusSeconds(1), FROM)).isFalse();
            assertThat(due(snapshot, account, FROM)).contains(Activity.CLOSED);
            assertThat(due(snapshot, account, UNTIL)).contains(Activity.OPEN);
        }
    }
}

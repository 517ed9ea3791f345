package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.intake.Entry;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** Accounts that a draft's people need, on models from printed seeds. */
class MissingAccountTest {
    static LongStream seeds() {
        return LongStream.range(0, 40);
    }

    private record Place(Id<Person> person, Id<Tenant> tenant) {}

    /** Roles for random people at random places, one or two for each. */
    private static List<Entry> given(RandomModel made) {
        List<Entry> entries = new ArrayList<>();
        for (int number = 0; number < 8; number++) {
            Tenant tenant = made.pick(made.tenants);
            entries.add(SampleEntries.entry(
                    made,
                    "assignment.give",
                    "id",
                    made.id().toString(),
                    "subject",
                    "person:" + made.pick(made.people).id(),
                    "role",
                    made.pick(made.roles).id().toString(),
                    "tenant",
                    tenant.id().toString(),
                    "area",
                    made.areaIn(tenant).map(Object::toString).orElse("")));
        }
        return entries;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whoeverGainsSomethingWithoutAnOpenAccountLacksOne(long seed) {
        RandomModel made = new RandomModel(seed);
        Preview preview = Preview.of(Snapshot.compile(1, made.model()), given(made), RandomModel.NOW, ZoneOffset.UTC);
        Set<Place> wanted = new HashSet<>();
        for (Impact.Shift gain : preview.impactAt(RandomModel.NOW).gains()) {
            boolean hasOne = made.accounts.stream()
                    .anyMatch(account -> account.isOpen()
                            && account.tenant().equals(gain.tenant())
                            && account.person().equals(java.util.Optional.of(gain.person())));
            if (!hasOne) {
                wanted.add(new Place(gain.person(), gain.tenant()));
            }
        }
        List<MissingAccount> missing = MissingAccount.in(preview, RandomModel.NOW);
        assertThat(missing)
                .extracting(one -> new Place(one.person(), one.tenant()))
                .containsExactlyInAnyOrderElementsOf(wanted);
        for (MissingAccount one : missing) {
            one.closed()
                    .ifPresent(closed -> assertThat(
                                    preview.model().table(Kind.ACCOUNT).get(closed))
                            .satisfies(account -> assertThat(account.isOpen()).isFalse())
                            .extracting(Account::tenant)
                            .isEqualTo(one.tenant()));
            one.seat()
                    .ifPresent(seat ->
                            assertThat(app(preview.model(), one).seatKind(seat)).isPresent());
        }
    }

    private static App app(Model model, MissingAccount one) {
        return model.appOf(model.tenants().get(one.tenant()));
    }

    private static Entry opening(RandomModel made, MissingAccount one, String id, String userName) {
        return SampleEntries.entry(
                made,
                "account.open",
                "id",
                id,
                "person",
                one.person().toString(),
                "tenant",
                one.tenant().toString(),
                "as",
                userName);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void withTheirAccountsNothingIsMissing(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        List<Entry> entries = new ArrayList<>(given(made));
        Preview before = Preview.of(snapshot, entries, RandomModel.NOW, ZoneOffset.UTC);
        for (MissingAccount one : MissingAccount.in(before, RandomModel.NOW)) {
            String id =
                    one.closed().map(Object::toString).orElseGet(() -> made.id().toString());
            entries.add(opening(made, one, id, ""));
        }
        Preview after = Preview.of(snapshot, entries, RandomModel.NOW, ZoneOffset.UTC);
        assertThat(after.outcomes())
                .noneMatch(outcome ->
                        outcome.entry().form().equals("account.open") && outcome.state() != Preview.State.READY);
        assertThat(MissingAccount.in(after, RandomModel.NOW)).isEmpty();
    }

    /** What stands in the draft and is to be settled first is not offered to be put there once more. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatTheDraftWouldOpenIsNotOpenedTwice(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        List<Entry> entries = new ArrayList<>(given(made));
        Preview before = Preview.of(snapshot, entries, RandomModel.NOW, ZoneOffset.UTC);
        for (MissingAccount one : MissingAccount.in(before, RandomModel.NOW)) {
            assertThat(one.canBeOpened()).isTrue();
            entries.add(opening(
                    made, one, made.id().toString(), made.accounts.get(0).userName()));
        }
        Preview after = Preview.of(snapshot, entries, RandomModel.NOW, ZoneOffset.UTC);
        long unsettled = after.outcomes().stream()
                .filter(outcome -> outcome.entry().form().equals("account.open")
                        && !outcome.state().isDone())
                .count();
        assertThat(MissingAccount.in(after, RandomModel.NOW))
                .hasSize((int) unsettled)
                .noneMatch(MissingAccount::canBeOpened)
                .allMatch(MissingAccount::isDrafted);
    }
}

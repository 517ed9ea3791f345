package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.intake.Entry;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;

/** The way back, on models from printed seeds. */
class UndoTest {
    private static final Instant NOW = RandomModel.NOW;
    private static final Instant LATER = NOW.plusSeconds(60);

    static LongStream seeds() {
        return LongStream.range(1, 25);
    }

    private static Undo undo(RandomModel made, List<Effect> effects, Model model) {
        return undo(made, effects, model, LATER);
    }

    private static Undo undo(RandomModel made, List<Effect> effects, Model model, Instant at) {
        return Undo.of(effects, model, at, ZoneOffset.UTC, () -> new UUID(made.random.nextLong(), 7));
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void afterTheWayBackEverybodyCanDoWhatTheyCouldBefore(long seed) {
        assertLeadsBack(seed, LATER);
    }

    /** What begins and ends within one second was never so. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void theWayBackWithinTheSameSecondLeadsThereToo(long seed) {
        assertLeadsBack(seed, NOW.plusMillis(300));
    }

    private static void assertLeadsBack(long seed, Instant at) {
        RandomModel made = new RandomModel(seed);
        Snapshot before = Snapshot.compile(1, made.model());
        Preview applied = Preview.of(before, SampleEntries.of(made), NOW, ZoneOffset.UTC);
        Snapshot after = before.with(2, applied.effects());
        Undo undo = undo(made, applied.effects(), after.model(), at);
        Preview back = Preview.of(after, undo.entries(), at, ZoneOffset.UTC);
        assertThat(back.outcomes())
                .allSatisfy(outcome -> assertThat(outcome.state())
                        .as("%s %s", outcome.entry(), outcome.findings())
                        .matches(Preview.State::isDone));
        assertThat(undo.left().stream().filter(left -> left.fact() instanceof Person))
                .extracting(Undo.Left::reason)
                .containsExactly(Undo.Reason.STAYS);
        if (undo.left().size() > 1) {
            // a random model has facts that no change would make, such as overlaps: they are named, that is all
            assertThat(undo.left()).extracting(Undo.Left::reason).contains(Undo.Reason.NO_WAY_BACK);
            return;
        }
        for (Person person : back.model().people().stream().toList()) {
            assertSameAccess(before, back, person, at);
        }
        assertThat(seatsHeld(back.model())).isEqualTo(seatsHeld(before.model()));
    }

    private static long seatsHeld(Model model) {
        return model.table(Kind.SEAT).stream()
                .filter(seat -> seat.window().contains(LATER))
                .count();
    }

    @Test
    void whatWasClosedReturnedAndTakenComesBack() {
        RandomModel made = new RandomModel(3);
        Snapshot before = Snapshot.compile(1, made.model());
        Account account =
                made.accounts.stream().filter(Account::isOpen).findFirst().orElseThrow();
        List<Entry> entries = new ArrayList<>();
        entries.add(SampleEntries.entry(
                made, "account.close", "account", account.id().toString()));
        for (Seat seat : before.model().table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id())) {
            entries.add(
                    SampleEntries.entry(made, "seat.return", "seat", seat.id().toString()));
        }
        Preview applied = Preview.of(before, entries, NOW, ZoneOffset.UTC);
        Snapshot after = before.with(2, applied.effects());
        Undo undo = undo(made, applied.effects(), after.model());
        Preview back = Preview.of(after, undo.entries(), LATER, ZoneOffset.UTC);
        assertThat(back.model().table(Kind.ACCOUNT).get(account.id())).isEqualTo(account);
        assertThat(seatsHeld(back.model())).isEqualTo(seatsHeld(before.model()));
        assertThat(undo.left()).isEmpty();
    }

    /** Somebody was taken out of a group, and a role from somebody else: the time between stays without. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatEndedIsGivenAnewFromNowOn(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot before = Snapshot.compile(1, made.model());
        List<Entry> entries = new ArrayList<>();
        before.model().table(Kind.ASSIGNMENT).stream()
                .filter(one -> one.window().contains(NOW) && one.window().from().isBefore(NOW))
                .forEach(one -> entries.add(SampleEntries.entry(
                        made, "assignment.end", "assignment", one.id().toString())));
        Preview applied = Preview.of(before, entries, NOW, ZoneOffset.UTC);
        Snapshot after = before.with(2, applied.effects());
        Undo undo = undo(made, applied.effects(), after.model());
        Preview back = Preview.of(after, undo.entries(), LATER, ZoneOffset.UTC);
        assertThat(undo.left()).isEmpty();
        assertThat(undo.entries()).hasSameSizeAs(applied.effects());
        for (Person person : back.model().people().stream().toList()) {
            assertSameAccess(before, back, person, LATER);
        }
        Model undone = after.model().with(back.effects());
        assertThat(undo(made, applied.effects(), undone, LATER.plusSeconds(60)))
                .isEqualTo(new Undo(List.of(), List.of()));
    }

    private static void assertSameAccess(Snapshot before, Preview back, Person person, Instant at) {
        assertThat(back.index().of(person.id(), at).beyond(before.index().of(person.id(), at)))
                .isEmpty();
        assertThat(before.index().of(person.id(), at).beyond(back.index().of(person.id(), at)))
                .isEmpty();
    }

    /** Undone for one person after the other, and then the rest, all is undone; and each time nobody else's access is another. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void undoneForOnePersonItChangesNobodyElse(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot before = Snapshot.compile(1, made.model());
        Preview applied = Preview.of(before, SampleEntries.of(made), NOW, ZoneOffset.UTC);
        Snapshot now = before.with(2, applied.effects());
        int undone = 0;
        for (Person person : now.model().people().stream().toList()) {
            List<Effect> own = Undo.about(person.id(), applied.effects(), now.model());
            Undo undo = undo(made, own, now.model());
            Preview back = Preview.of(now, undo.entries(), LATER, ZoneOffset.UTC);
            assertThat(back.outcomes()).allMatch(outcome -> outcome.state().isDone());
            for (Person other : now.model().people().stream().toList()) {
                if (!other.id().equals(person.id())) {
                    assertSameAccess(now, back, other, LATER);
                }
            }
            undone += undo.entries().size();
            now = now.with(now.version() + 1, back.effects());
        }
        assertThat(undone).isPositive();
        // what was given to groups is nobody's alone
        Preview rest =
                Preview.of(now, undo(made, applied.effects(), now.model()).entries(), LATER, ZoneOffset.UTC);
        for (Person person : before.model().people().stream().toList()) {
            assertSameAccess(before, rest, person, LATER);
        }
    }

    @Test
    void whatWasChangedSinceIsNamedAndLeftAlone() {
        RandomModel made = new RandomModel(4);
        Model model = made.model();
        Assignment given = made.assignments.get(0);
        Assignment other = reasoned(given, "first");
        Assignment third = reasoned(given, "second");
        Undo undo =
                undo(made, List.of(Effect.replace(given, other)), model.with(List.of(Effect.replace(given, third))));
        assertThat(undo.entries()).isEmpty();
        assertThat(undo.left()).containsExactly(new Undo.Left(third, Undo.Reason.CHANGED_SINCE));
    }

    @Test
    void aReasonThatWasNotThereIsTakenAway() {
        RandomModel made = new RandomModel(4);
        Assignment given = reasoned(made.assignments.get(0), "");
        Assignment other = reasoned(given, "now with a reason");
        Model model = made.model().with(List.of(Effect.replace(made.assignments.get(0), other)));
        Undo undo = undo(made, List.of(Effect.replace(given, other)), model);
        assertThat(undo.left()).isEmpty();
        assertThat(undo.entries())
                .singleElement()
                .satisfies(entry -> assertThat(entry.fields()).containsEntry("because", ""));
    }

    private static Assignment reasoned(Assignment given, String reason) {
        return new Assignment(
                given.id(),
                given.subject(),
                given.role(),
                given.tenant(),
                given.area(),
                given.window(),
                given.engagement(),
                reason);
    }
}

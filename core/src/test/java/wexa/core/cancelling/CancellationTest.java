package wexa.core.cancelling;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.consistency.Reviewed;
import wexa.core.importing.DryRun;
import wexa.core.importing.Row;
import wexa.core.importing.Sheet;
import wexa.core.intake.Entry;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Key;

class CancellationTest {
    private static final int MANY = 300;

    private final Snapshot snapshot = Snapshot.compile(1, new RandomModel(3).model());

    /** How often work asks whether it was cancelled. */
    private static int asked(Supplier<?> work) {
        AtomicInteger asked = new AtomicInteger();
        Cancellation.unless(() -> asked.incrementAndGet() < 0, work);
        return asked.get();
    }

    private static void endsEarly(Supplier<?> work) {
        AtomicInteger asked = new AtomicInteger();
        assertThatThrownBy(() -> Cancellation.unless(() -> asked.incrementAndGet() > MANY / 2, work))
                .isInstanceOf(CancellationException.class);
        assertThat(asked.get()).isEqualTo(MANY / 2 + 1);
    }

    private Preview preview() {
        List<Entry> entries = IntStream.range(0, MANY)
                .mapToObj(number -> new Entry(
                        new Entry.Id(new UUID(1, number)),
                        "person.add",
                        Map.of(
                                "id",
                                new UUID(2, number).toString(),
                                "handle",
                                "new." + number,
                                "given",
                                "New",
                                "family",
                                "Comer",
                                "home",
                                "skerrow"),
                        Optional.empty()))
                .toList();
        return Preview.of(snapshot, entries, RandomModel.NOW, ZoneOffset.UTC);
    }

    private DryRun tried() {
        List<Row> rows = IntStream.range(0, MANY)
                .mapToObj(number -> new Row(number, Map.of("handle", "new." + number), false))
                .toList();
        return DryRun.of(
                snapshot,
                Sheet.PEOPLE,
                rows,
                new DryRun.Setting(new UUID(7, 7), Key.of("skerrow"), RandomModel.NOW, ZoneOffset.UTC));
    }

    @Test
    void longWorkAsksInEachPassAndEndsAtTheFirstYes() {
        assertThat(asked(this::preview)).isGreaterThanOrEqualTo(MANY);
        assertThat(asked(this::tried)).isGreaterThanOrEqualTo(MANY);
        endsEarly(this::preview);
        endsEarly(this::tried);
    }

    @Test
    void whatNobodyCancelsIsWhatItIsWithoutAnybodyAsking() {
        assertThat(Reviewed.of(Cancellation.unless(() -> false, this::preview)).digest())
                .isEqualTo(Reviewed.of(preview()).digest());
        assertThat(Cancellation.unless(() -> false, this::tried).outcomes()).isEqualTo(tried().outcomes());
    }

    @Test
    void theImpactOfADraftEndsTooAndCanBeAskedAgain() {
        Preview preview = preview();
        assertThat(preview.effects()).isNotEmpty();
        assertThatThrownBy(() -> Cancellation.unless(() -> true, () -> preview.impactAt(RandomModel.NOW)))
                .isInstanceOf(CancellationException.class);
        Impact after = preview.impactAt(RandomModel.NOW);
        Impact again = preview().impactAt(RandomModel.NOW);
        assertThat(after.gains()).isEqualTo(again.gains());
        assertThat(after.losses()).isEqualTo(again.losses());
    }
}

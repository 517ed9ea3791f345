package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
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

/** Told moment by moment, a draft comes to what comparing at each of them finds. Models from printed seeds. */
class TimelineTest {
    static LongStream seeds() {
        return LongStream.range(1, 41);
    }

    /** A draft with a beginning and an end that are still to come. */
    private static Preview preview(long seed) {
        RandomModel made = new RandomModel(seed);
        List<Entry> entries = new ArrayList<>(SampleEntries.of(made));
        for (int group = 0; group < 4; group++) {
            entries.add(SampleEntries.entry(
                    made,
                    "membership.put",
                    "id",
                    made.id().toString(),
                    "member",
                    "person." + group,
                    "group",
                    "group-" + group,
                    "from",
                    "2026-12-0" + (1 + group),
                    "until",
                    "2026-12-2" + group));
        }
        return Preview.of(Snapshot.compile(1, made.model()), entries, RandomModel.NOW, ZoneOffset.UTC);
    }

    private static Set<Impact.Shift> gainedAt(Preview preview, Instant at) {
        Impact impact = preview.impactAt(at);
        Set<Impact.Shift> gained = new HashSet<>(impact.gains());
        gained.addAll(impact.started());
        return gained;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsToldUpToAMomentIsWhatIsGainedThen(long seed) {
        Preview preview = preview(seed);
        Set<Impact.Shift> gained = new HashSet<>();
        Instant last = Instant.MIN;
        for (Timeline.Moment moment : Timeline.of(preview).moments()) {
            assertThat(moment.at()).isAfter(last);
            last = moment.at();
            moment.ends().forEach(shift -> assertThat(gained.remove(shift)).isTrue());
            moment.gains()
                    .forEach(told ->
                            assertThat(gained.add(told.shift()) || told.held()).isTrue());
            assertThat(gained).isEqualTo(gainedAt(preview, moment.at()));
        }
        if (preview.boundaries().size() <= 12) {
            Instant end = preview.boundaries().isEmpty()
                    ? preview.now()
                    : preview.boundaries().get(preview.boundaries().size() - 1);
            assertThat(gained).as("what is told in the end").isEqualTo(gainedAt(preview, end));
        }
    }
}

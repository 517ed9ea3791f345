package wexa.core.consistency;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomEffects;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.intake.Entry;
import wexa.core.model.Tenant;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;

/** The digest of a review moves with whatever would come about otherwise than was shown, and with nothing else. */
class ReviewedTest {
    private static final Instant NOW = RandomModel.NOW;

    static LongStream seeds() {
        return LongStream.range(1, 41);
    }

    private static Preview preview(Snapshot snapshot, List<Entry> entries, Instant at) {
        return Preview.of(snapshot, entries, at, ZoneOffset.UTC);
    }

    @Test
    void itStaysWithTheClockAndMovesWithTheDraft() {
        RandomModel made = new RandomModel(5);
        List<Entry> entries = SampleEntries.of(made).subList(0, 3);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        String digest = Reviewed.of(preview(snapshot, entries, NOW)).digest();
        assertThat(Reviewed.of(preview(snapshot, entries, NOW.plusSeconds(90))).digest())
                .isEqualTo(digest);
        assertThat(Reviewed.of(preview(snapshot.with(2, List.of()), entries, NOW))
                        .digest())
                .isEqualTo(digest);
        assertThat(Reviewed.of(preview(snapshot, entries.subList(0, 2), NOW)).digest())
                .isNotEqualTo(digest);
    }

    /** Two reviews of one draft, before and after others changed something, agree if their digests do. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void reviewsWithOneDigestSayTheSame(long seed) {
        RandomModel made = new RandomModel(seed);
        List<Entry> entries = SampleEntries.of(made);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        Preview first = preview(snapshot, entries, NOW);
        String digest = Reviewed.of(first).digest();
        for (int round = 0; round < 6; round++) {
            Snapshot moved = snapshot.with(2 + round, RandomEffects.of(made, snapshot.model()));
            Preview later = preview(moved, entries, NOW);
            boolean saysTheSame =
                    impact(first).equals(impact(later)) && wanted(first).equals(wanted(later));
            if (!saysTheSame) {
                assertThat(Reviewed.of(later).digest()).as("round %d", round).isNotEqualTo(digest);
            }
        }
    }

    private static List<Set<Impact.Shift>> impact(Preview preview) {
        Impact impact = preview.impactAt(NOW);
        return List.of(
                new HashSet<>(impact.gains()),
                new HashSet<>(impact.losses()),
                new HashSet<>(impact.started()),
                new HashSet<>(impact.stopped()));
    }

    /** What differs between the tenants before and after the draft, by comparing all of them. */
    private static Map<String, String> wanted(Preview preview) {
        Map<String, String> found = new TreeMap<>();
        for (Tenant tenant : preview.model().tenants().stream().toList()) {
            Map<ObjectKey, TenantObject> was = new DesiredState(
                            preview.snapshot().model(), preview.snapshot().index(), tenant, NOW)
                    .all();
            Map<ObjectKey, TenantObject> is = new DesiredState(preview.model(), preview.index(), tenant, NOW).all();
            Set<ObjectKey> keys = new HashSet<>(was.keySet());
            keys.addAll(is.keySet());
            for (ObjectKey key : keys) {
                Fields fields = Fields.between(Optional.ofNullable(was.get(key)), Optional.ofNullable(is.get(key)));
                if (!fields.isEmpty()) {
                    found.put(
                            tenant.key() + " " + key,
                            is.containsKey(key) ? fields.names() + " " + fields.told(is.get(key)) : "none");
                }
            }
        }
        return found;
    }
}

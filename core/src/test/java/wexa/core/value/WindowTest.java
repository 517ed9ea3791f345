package wexa.core.value;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.Optional;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Half-open intervals of whole seconds. */
class WindowTest {
    private static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");

    static LongStream seeds() {
        return LongStream.range(1, 101);
    }

    private static Window random(Random random) {
        Instant from = NOW.plusSeconds(random.nextInt(40) - 20);
        return switch (random.nextInt(4)) {
            case 0 -> Window.ALWAYS;
            case 1 -> Window.from(from);
            case 2 -> Window.of(Instant.MIN, from);
            default -> Window.of(from, from.plusSeconds(1 + random.nextInt(20)));
        };
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void twoWindowsOverlapIfSomeSecondIsInBoth(long seed) {
        Random random = new Random(seed);
        Window one = random(random);
        Window other = random(random);
        boolean both = LongStream.range(-60, 60)
                .mapToObj(NOW::plusSeconds)
                .anyMatch(at -> one.contains(at) && other.contains(at));
        assertThat(one.overlaps(other)).isEqualTo(both).isEqualTo(other.overlaps(one));
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void endingAndStartingMoveOneEndOnly(long seed) {
        Window window = random(new Random(seed));
        Window ended = window.endingAt(NOW);
        assertThat(ended.until()).isEqualTo(NOW);
        assertThat(ended.contains(NOW)).isFalse();
        Window begun = window.notBefore(NOW);
        assertThat(begun.until()).isEqualTo(window.until());
        for (long second = 0; second < 60; second++) {
            Instant at = NOW.plusSeconds(second);
            assertThat(begun.contains(at)).isEqualTo(window.contains(at));
        }
    }

    @Test
    void theEndIsNotInsideAndAnEmptyWindowIsRefused() {
        Window window = Window.of(NOW, NOW.plusSeconds(1));
        assertThat(window.contains(NOW)).isTrue();
        assertThat(window.contains(NOW.plusSeconds(1))).isFalse();
        assertThat(window.endsBy(NOW.plusSeconds(1))).isTrue();
        assertThat(Window.ALWAYS.isOpenEnded()).isTrue();
        assertThatThrownBy(() -> Window.of(NOW, NOW)).hasMessageContaining("the end must come after the beginning");
    }

    @Test
    void fractionsOfSecondsAreCutOff() {
        assertThat(Window.from(NOW.plusMillis(900)).from()).isEqualTo(NOW);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aSpanThatTakesAnothersPlaceIsAsWantedFromNowOnAndAddsNothingToThePast(long seed) {
        Random random = new Random(seed);
        Window before = random(random);
        Window wanted = random(random);
        Optional<Window> next = wanted.inPlaceOf(before, NOW);
        for (int second = -60; second < 60; second++) {
            Instant at = NOW.plusSeconds(second);
            boolean holds = next.filter(window -> window.contains(at)).isPresent();
            if (second < 0) {
                assertThat(holds && !before.contains(at)).as("at %d", second).isFalse();
            } else {
                assertThat(holds).as("at %d", second).isEqualTo(wanted.contains(at));
            }
        }
    }
}

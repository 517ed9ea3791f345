package wexa.server.messages;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Lists in messages fit, whatever their length, and say what they leave out. */
class ExcerptTest {
    @Test
    void aShortListIsWholeAndALongOneSaysHowManyAreLeftOut() {
        assertThat(Excerpt.of(List.of(), "\n")).isEmpty();
        assertThat(Excerpt.of(List.of("one", "two"), "\n")).isEqualTo("one\ntwo");
        for (int length : new int[] {1, 40, 700, 7_498}) {
            for (int count : new int[] {3, 200, 5_000}) {
                String part = "x".repeat(length);
                String text = Excerpt.of(Collections.nCopies(count, part), "\n");
                long taken = text.lines().filter(part::equals).count();
                assertThat(text.length()).isLessThanOrEqualTo(Excerpt.MOST + 40);
                assertThat(text.contains(" more, in Wexa")).isEqualTo(taken < count);
                if (taken < count) {
                    assertThat(text).endsWith("  and " + (count - taken) + " more, in Wexa");
                }
            }
        }
        assertThat(Excerpt.of(List.of("y".repeat(9_000)), "\n")).isEqualTo("  and 1 more, in Wexa");
    }
}

package wexa.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class LookalikesTest {
    static LongStream seeds() {
        return LongStream.range(0, 100);
    }

    @ParameterizedTest
    @CsvSource({
        "Night keepers, NIGHT-KEEPERS",
        "Night keepers, Nіght kеереrs",
        "Zoë's crew, Zoes crew",
        "Row 10, Row lO",
        "Corner, Comer",
        "Ｗｉｄｅ, wide",
    })
    void whatLooksTheSameIsTheSame(String one, String other) {
        assertThat(Lookalikes.skeleton(one)).isEqualTo(Lookalikes.skeleton(other));
    }

    @ParameterizedTest
    @CsvSource({"Keepers, Keeper", "North, South", "Vets, Pets", "Row 2, Row 3"})
    void whatLooksDifferentStaysDifferent(String one, String other) {
        assertThat(Lookalikes.skeleton(one)).isNotEqualTo(Lookalikes.skeleton(other));
    }

    /** A skeleton is its own skeleton, whatever the text. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aSkeletonStaysAsItIs(long seed) {
        Random random = new Random(seed);
        StringBuilder text = new StringBuilder();
        for (int length = random.nextInt(30); length > 0; length--) {
            text.appendCodePoint(random.nextInt(3) == 0 ? 0x400 + random.nextInt(0x60) : 32 + random.nextInt(95));
        }
        String skeleton = Lookalikes.skeleton(text.toString());
        assertThat(Lookalikes.skeleton(skeleton)).hasSizeLessThanOrEqualTo(skeleton.length());
        assertThat(skeleton).doesNotContain(" ", "-", ".");
    }
}

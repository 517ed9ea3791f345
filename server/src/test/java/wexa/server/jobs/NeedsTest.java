package wexa.server.jobs;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.Collection;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Runs of places against the places one by one, from printed seeds. */
class NeedsTest {
    static LongStream seeds() {
        return LongStream.range(0, 40);
    }

    private static BitSet bits(Collection<Integer> places) {
        BitSet bits = new BitSet();
        places.forEach(bits::set);
        return bits;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void runsHoldWhatThePlacesHold(long seed) {
        Random random = new Random(seed);
        Set<Integer> places = new TreeSet<>();
        int size = random.nextInt(60);
        for (int number = 0; number < size; number++) {
            places.add(random.nextInt(80));
        }
        Needs needs = Needs.of(places.stream().mapToInt(Integer::intValue).toArray());
        assertThat(Needs.of(needs.text())).isEqualTo(needs);
        for (int place = -1; place < 82; place++) {
            assertThat(place >= 0 && needs.includesAny(bits(Set.of(place))))
                    .as("%d in %s", place, needs.text())
                    .isEqualTo(places.contains(place));
        }
        Set<Integer> others = random.ints(5, 0, 80).boxed().collect(Collectors.toSet());
        assertThat(needs.includesAny(bits(others))).isEqualTo(others.stream().anyMatch(places::contains));
    }

    @Test
    void aLongRunIsAShortText() {
        assertThat(Needs.of(IntStream.range(3, 100_000).toArray()).text()).isEqualTo("3-99999");
        assertThat(Needs.of(7, 5, 6, 9, 9).text()).isEqualTo("5-7,9");
        assertThat(Needs.NONE.text()).isEmpty();
        assertThat(Needs.of("")).isEqualTo(Needs.NONE);
    }

    @Test
    void whatWasWrittenPlaceByPlaceIsRead() {
        assertThat(Needs.of("0,1,2").includesAny(bits(List.of(2)))).isTrue();
        assertThat(Needs.of("0,1,2").includesAny(bits(List.of(3, 70)))).isFalse();
    }
}

package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.AccessIndex;
import wexa.core.model.Model;
import wexa.core.model.Person;

/** Between boundaries nothing changes: that is what lets a clock look only when one has passed. */
class BoundariesTest {
    private static final long HOUR = 3_600;

    static LongStream seeds() {
        return LongStream.range(1, 13);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whereNoBoundaryLiesBetweenTwoInstantsEverybodyCanDoTheSame(long seed) {
        Model model = new RandomModel(seed).model();
        AccessIndex index = AccessIndex.compile(model);
        Instant end = RandomModel.NOW.plusSeconds(12 * 24 * HOUR);
        int quiet = 0;
        for (Instant at = RandomModel.NOW; at.isBefore(end); at = at.plusSeconds(18 * HOUR)) {
            Instant later = at.plusSeconds(18 * HOUR);
            if (!Boundaries.anyWithin(model, at, later)) {
                quiet++;
                for (Person person : model.people().stream().toList()) {
                    assertThat(index.of(person.id(), later).beyond(index.of(person.id(), at)))
                            .isEmpty();
                    assertThat(index.of(person.id(), at).beyond(index.of(person.id(), later)))
                            .isEmpty();
                }
            }
        }
        assertThat(quiet).as("spans in which nothing begins or ends").isNotNegative();
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aBoundaryBelongsToTheSpanThatEndsWithIt(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        made.memberships.stream()
                .filter(membership -> membership.window().from().isAfter(RandomModel.NOW))
                .limit(5)
                .forEach(membership -> {
                    Instant from = membership.window().from();
                    assertThat(Boundaries.anyWithin(model, from.minusSeconds(1), from))
                            .isTrue();
                });
    }
}

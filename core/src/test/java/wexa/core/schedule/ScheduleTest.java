package wexa.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.EveryKind;
import wexa.core.RandomModel;
import wexa.core.Uses;
import wexa.core.access.AccessIndex;
import wexa.core.model.Model;
import wexa.core.model.Person;

class ScheduleTest {
    static LongStream seeds() {
        return LongStream.range(0, 20);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void betweenTwoInstantsOfTheScheduleNothingChanges(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model().with(EveryKind.of(made));
        AccessIndex index = AccessIndex.compile(model);
        int changes = 0;
        for (Person person : model.people().stream().toList()) {
            NavigableSet<Instant> schedule = Schedule.of(model, person.id());
            List<String> before = List.of();
            for (int hours = -20 * 24; hours < 40 * 24; hours += 7) {
                Instant at = RandomModel.NOW.plus(Duration.ofHours(hours));
                Instant turned =
                        Optional.ofNullable(schedule.floor(at)).orElse(RandomModel.NOW.minus(Duration.ofDays(900)));
                List<String> here = Uses.of(model, index, person, at);
                assertThat(here)
                        .as("%s at %s as at %s", person.handle(), at, turned)
                        .isEqualTo(Uses.of(model, index, person, turned));
                changes += here.equals(before) ? 0 : 1;
                before = here;
            }
        }
        assertThat(changes).as("something changes at all").isPositive();
    }
}

package wexa.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.EveryKind;
import wexa.core.RandomModel;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.model.Model;
import wexa.core.model.Permission;
import wexa.core.model.Person;

class ScheduleTest {
    static LongStream seeds() {
        return LongStream.range(0, 40);
    }

    private static List<String> uses(Model model, AccessIndex index, Person person, Instant at) {
        List<String> uses = new ArrayList<>();
        for (Access.Reach reach : index.of(person.id(), at).reaches()) {
            Usability usability = Usability.of(model, person.id(), reach.tenant(), at);
            for (Permission permission : reach.permissions()) {
                uses.add(reach.tenant() + " " + reach.area() + " " + permission + " " + usability.blocks(permission));
            }
        }
        Collections.sort(uses);
        return uses;
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
                List<String> here = uses(model, index, person, at);
                assertThat(here)
                        .as("%s at %s as at %s", person.handle(), at, turned)
                        .isEqualTo(uses(model, index, person, turned));
                changes += here.equals(before) ? 0 : 1;
                before = here;
            }
        }
        assertThat(changes).as("something changes at all").isPositive();
    }
}

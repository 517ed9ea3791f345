package wexa.core.lifecycle;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Key;
import wexa.core.value.Window;

/** Seats over time against counting at every day, and where a person stands. */
class SeatPoolTest {
    private static final long DAY = 86_400;

    static LongStream seeds() {
        return LongStream.range(1, 41);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void theMostTakenIsTheMostAtAnyDayOfTheWindow(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        Instant from = RandomModel.NOW.minusSeconds(10 * DAY);
        Instant until = RandomModel.NOW.plusSeconds(10 * DAY);
        for (Tenant tenant : made.tenants) {
            SeatPool pool = SeatPool.of(model, tenant, Key.of("full"));
            int most = 0;
            for (Instant at = from; at.isBefore(until); at = at.plusSeconds(DAY)) {
                most = Math.max(most, pool.takenAt(at));
            }
            assertThat(pool.mostTakenWithin(Window.of(from, until), made.id())).isEqualTo(most);
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void betweenItsChangesAPoolStaysAsItIs(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        for (Tenant tenant : made.tenants) {
            SeatPool pool = SeatPool.of(model, tenant, Key.of("full"));
            List<Instant> changes = pool.changesAfter(RandomModel.NOW);
            assertThat(changes).isSorted().doesNotHaveDuplicates();
            int taken = pool.takenAt(RandomModel.NOW);
            for (Instant at = RandomModel.NOW; at.isBefore(RandomModel.NOW.plusSeconds(30 * DAY)); ) {
                at = at.plusSeconds(DAY / 4);
                Instant now = at;
                Instant since = changes.stream()
                        .filter(change -> !change.isAfter(now))
                        .reduce((earlier, later) -> later)
                        .orElse(RandomModel.NOW);
                assertThat(pool.takenAt(at)).isEqualTo(since.equals(RandomModel.NOW) ? taken : pool.takenAt(since));
            }
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aSeatIsNotCountedAgainstItself(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        made.seats.forEach(seat -> {
            Tenant tenant = made.tenants.stream()
                    .filter(one -> one.id()
                            .equals(made.accounts.stream()
                                    .filter(account -> account.id().equals(seat.account()))
                                    .findFirst()
                                    .orElseThrow()
                                    .tenant()))
                    .findFirst()
                    .orElseThrow();
            SeatPool pool = SeatPool.of(model, tenant, seat.kind());
            Window instant = Window.of(
                    seat.window().contains(RandomModel.NOW) ? RandomModel.NOW : startOf(seat.window()),
                    (seat.window().contains(RandomModel.NOW) ? RandomModel.NOW : startOf(seat.window()))
                            .plusSeconds(1));
            assertThat(pool.mostTakenWithin(instant, seat.id())).isEqualTo(pool.takenAt(instant.from()) - 1);
        });
    }

    private static Instant startOf(Window window) {
        return window.from();
    }

    @Test
    void whereAPersonStandsFollowsFromEngagementsAndPauses() {
        RandomModel made = new RandomModel(1);
        Person person = made.people.stream()
                .filter(one -> one.pauses().isEmpty())
                .findFirst()
                .orElseThrow();
        Instant now = RandomModel.NOW;
        assertThat(PersonStatus.of(person, List.of(), now)).isEqualTo(PersonStatus.UNENGAGED);
        assertThat(PersonStatus.of(person, List.of(engaged(made, person, Window.from(now))), now))
                .isEqualTo(PersonStatus.HERE);
        assertThat(PersonStatus.of(person, List.of(engaged(made, person, Window.from(now.plusSeconds(1)))), now))
                .isEqualTo(PersonStatus.EXPECTED);
        assertThat(PersonStatus.of(person, List.of(engaged(made, person, Window.of(now.minusSeconds(9), now))), now))
                .isEqualTo(PersonStatus.LEFT);
        Person paused = new Person(
                person.id(),
                person.handle(),
                "P",
                "P",
                person.mail(),
                person.phone(),
                person.home(),
                person.directoryEntry(),
                person.custom(),
                List.of(Window.from(now)));
        assertThat(PersonStatus.of(paused, List.of(engaged(made, paused, Window.ALWAYS)), now))
                .isEqualTo(PersonStatus.PAUSED);
    }

    private static Engagement engaged(RandomModel made, Person person, Window window) {
        return new Engagement(
                made.id(),
                person.id(),
                EngagementKind.EMPLOYEE,
                java.util.Optional.empty(),
                made.units.get(0).id(),
                "Keeper",
                java.util.Optional.empty(),
                window);
    }
}

package wexa.core.lifecycle;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
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
        made.seats.stream().filter(one -> !isReleased(made, one)).forEach(seat -> {
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

    private static boolean isReleased(RandomModel made, Seat seat) {
        return made.model()
                .table(Kind.ACCOUNT)
                .get(seat.account())
                .person()
                .filter(person -> made.absences.stream()
                        .anyMatch(absence -> absence.person().equals(person)))
                .isPresent();
    }

    private static Instant startOf(Window window) {
        return window.from();
    }

    @Test
    void whereAPersonStandsFollowsFromEngagementsAndAbsences() {
        RandomModel made = new RandomModel(1);
        Model model = made.model();
        Person person = made.people.stream()
                .filter(one -> made.absences.stream()
                        .noneMatch(absence -> absence.person().equals(one.id())))
                .findFirst()
                .orElseThrow();
        Instant now = RandomModel.NOW;
        assertThat(PersonStatus.of(model, person.id(), List.of(), now)).isEqualTo(PersonStatus.UNENGAGED);
        assertThat(PersonStatus.of(model, person.id(), List.of(engaged(made, person, Window.from(now))), now))
                .isEqualTo(PersonStatus.HERE);
        assertThat(PersonStatus.of(
                        model, person.id(), List.of(engaged(made, person, Window.from(now.plusSeconds(1)))), now))
                .isEqualTo(PersonStatus.EXPECTED);
        assertThat(PersonStatus.of(
                        model, person.id(), List.of(engaged(made, person, Window.of(now.minusSeconds(9), now))), now))
                .isEqualTo(PersonStatus.LEFT);
        Absence leave = made.stopping(person, Window.of(now.minusSeconds(9), now.plusSeconds(9)));
        Absence suspension = made.absence(person, Absence.Manner.SUSPENSION, Window.from(now.minusSeconds(3)));
        Absence holiday = made.absence(person, Absence.Manner.AWAY, Window.ALWAYS);
        List<Engagement> engaged = List.of(engaged(made, person, Window.ALWAYS));
        Model away = model.with(List.of(Effect.make(leave), Effect.make(suspension), Effect.make(holiday)));
        assertThat(PersonStatus.of(away, person.id(), engaged, now.minusSeconds(10)))
                .isEqualTo(PersonStatus.HERE);
        assertThat(PersonStatus.of(away, person.id(), engaged, now.minusSeconds(5)))
                .isEqualTo(PersonStatus.PAUSED);
        assertThat(PersonStatus.of(away, person.id(), engaged, now)).isEqualTo(PersonStatus.SUSPENDED);
        assertThat(PersonStatus.of(away, person.id(), engaged, now.plusSeconds(99)))
                .isEqualTo(PersonStatus.SUSPENDED);
        assertThat(PersonStatus.of(away, person.id(), List.of(), now)).isEqualTo(PersonStatus.UNENGAGED);
    }

    /** The seats of a pool, one by one, at some instants: those released for an absence are free for others. */
    @Test
    void seatsThatAreReleasedForAnAbsenceAreFreeUntilTheReturn() {
        for (long seed = 0; seed < 20; seed++) {
            RandomModel made = new RandomModel(seed);
            Model model = made.model();
            for (Tenant tenant : made.tenants) {
                SeatPool pool = SeatPool.of(model, tenant, Key.of("full"));
                for (int days = -40; days < 40; days++) {
                    Instant at = RandomModel.NOW.plus(Duration.ofDays(days));
                    assertThat(pool.takenAt(at))
                            .as("seed %s, day %s", seed, days)
                            .isEqualTo((int) made.seats.stream()
                                    .filter(seat -> seat.kind().equals(Key.of("full"))
                                            && seat.window().contains(at)
                                            && isTaken(model, tenant, seat, at))
                                    .count());
                }
            }
        }
    }

    private static boolean isTaken(Model model, Tenant tenant, Seat seat, Instant at) {
        Account account = model.table(Kind.ACCOUNT).get(seat.account());
        boolean isReleased = model.table(Kind.ABSENCE).stream()
                .anyMatch(absence ->
                        account.person().filter(absence.person()::equals).isPresent()
                                && absence.manner() != Absence.Manner.AWAY
                                && absence.seats() == Absence.Seats.RELEASED
                                && absence.window().contains(at));
        return account.tenant().equals(tenant.id()) && !isReleased;
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

package wexa.core.reporting;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.access.AccessIndex;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** Reports against plain counting on random models. */
class ReportsTest {
    private static final int MODELS = 25;
    private static final ZoneId ZONE = ZoneOffset.UTC;

    private record Case(RandomModel made, Model model, AccessIndex index, Instant at, Scope scope) {}

    private static void onMany(Consumer<Case> check) {
        for (int seed = 0; seed < MODELS; seed++) {
            RandomModel made = new RandomModel(seed);
            Model model = made.model();
            Instant at = RandomModel.NOW.plusSeconds(86_400L * (made.random.nextInt(60) - 30));
            Scope scope = seed % 3 == 0
                    ? new Scope(
                            model,
                            at,
                            Optional.of(made.pick(made.units).id()),
                            Optional.of(made.pick(made.tenants).id()))
                    : new Scope(model, at, Optional.empty(), Optional.empty());
            check.accept(new Case(made, model, AccessIndex.compile(model), at, scope));
        }
    }

    private static int sum(Report report, int column) {
        return report.rows().stream()
                .mapToInt(row -> Integer.parseInt("0" + row.get(column)))
                .sum();
    }

    private static Stream<Account> open(Case one) {
        return one.model().table(Kind.ACCOUNT).stream()
                .filter(Account::isOpen)
                .filter(account -> one.scope().covers(one.model().tenants().get(account.tenant())));
    }

    @Test
    void everyOpenAccountOfAPersonIsCountedOnceInItsTenant() {
        onMany(one -> {
            Report report = PeopleReports.perApplication(one.scope());
            long wanted = open(one)
                    .filter(account ->
                            account.person().filter(one.scope()::coversPerson).isPresent())
                    .count();
            assertThat(sum(report, 4)).isEqualTo((int) wanted);
            assertThat(report.bars().stream().mapToDouble(Report.Bar::value).sum())
                    .isEqualTo(wanted);
        });
    }

    @Test
    void accountsThatNobodyShouldUseAreListedEachOnce() {
        onMany(one -> {
            List<String> wanted = new ArrayList<>();
            open(one).forEach(account -> {
                Optional<Id<Person>> person = account.person();
                if (person.isEmpty()) {
                    wanted.add(account.userName());
                } else if (one.scope().coversPerson(person.get())) {
                    PersonStatus status = PersonStatus.of(one.model(), person.get(), one.at());
                    if (status == PersonStatus.LEFT || status == PersonStatus.UNENGAGED) {
                        wanted.add(account.userName());
                    }
                }
            });
            assertThat(PeopleReports.unowned(one.scope()).rows().stream().map(row -> row.get(2)))
                    .containsExactlyInAnyOrderElementsOf(wanted);
        });
    }

    /** Everybody, asked one by one whether a path of theirs begins with the assignment. */
    @Test
    void whoHasARoleIsWhoHasAPathByIt() {
        onMany(one -> {
            Map<String, Integer> wanted = new HashMap<>();
            for (Tenant tenant : one.scope().tenants()) {
                for (Assignment assignment : one.model().table(Kind.ASSIGNMENT).by(Assignment.BY_TENANT, tenant.id())) {
                    if (assignment
                            .effective(one.model())
                            .filter(window -> window.contains(one.at()))
                            .isEmpty()) {
                        continue;
                    }
                    for (Person person : one.model().people().stream().toList()) {
                        boolean isTheirs = switch (assignment.subject()) {
                            case Subject.OfPerson direct -> direct.person().equals(person.id());
                            case Subject.OfGroup group ->
                                one.index().groupsOf(person.id(), one.at()).contains(group.group());
                        };
                        if (isTheirs && one.scope().coversPerson(person.id())) {
                            wanted.merge(
                                    one.model().roles().get(assignment.role()).name() + "|" + person.name(),
                                    1,
                                    Integer::sum);
                        }
                    }
                }
            }
            Map<String, Integer> told = new HashMap<>();
            RoleReport.of(one.index(), one.scope(), ZONE)
                    .rows()
                    .forEach(row -> told.merge(row.get(0) + "|" + row.get(3), 1, Integer::sum));
            assertThat(told).isEqualTo(wanted);
        });
    }

    /** Each engagement that begins in the weeks joins or moves once; of a person whose spans overlap only the last end leaves. */
    @Test
    void whoJoinedAndMovedAreThoseWhoseEngagementBegan() {
        onMany(one -> {
            Report report = PeopleReports.movements(one.scope(), ZONE);
            LocalDate first = LocalDate.parse(report.rows().getLast().get(0));
            long began = one.model().table(Kind.ENGAGEMENT).stream()
                    .filter(engagement -> one.scope().covers(engagement.unit()))
                    .map(engagement -> engagement.window().from())
                    .filter(from -> !from.isAfter(one.at())
                            && !from.equals(Instant.MIN)
                            && !LocalDate.ofInstant(from, ZONE).isBefore(first))
                    .count();
            assertThat(sum(report, 1) + sum(report, 2)).isEqualTo((int) began);
            long ended = one.model().table(Kind.ENGAGEMENT).stream()
                    .filter(engagement -> one.scope().covers(engagement.unit()))
                    .filter(engagement -> !engagement.window().until().isAfter(one.at()))
                    .filter(engagement -> !LocalDate.ofInstant(
                                    engagement.window().until(), ZONE)
                            .isBefore(first))
                    .filter(engagement -> isLast(engagement, one.model()))
                    .count();
            assertThat(sum(report, 3)).isEqualTo((int) ended);
            assertThat(report.rows()).hasSize(26);
        });
    }

    private static boolean isLast(Engagement one, Model model) {
        Instant end = one.window().until();
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, one.person()).stream()
                .filter(other -> other != one)
                .noneMatch(other -> other.window().contains(end));
    }

    @Test
    void everyTakenSeatIsUsedOrIdleAndCostsItsPriceOnce() {
        onMany(one -> {
            Scope all = new Scope(one.model(), one.at(), Optional.empty(), Optional.empty());
            List<Seat> taken = one.model().table(Kind.SEAT).stream()
                    .filter(seat -> seat.window().contains(one.at()))
                    .toList();
            Report use = SeatReports.use(all);
            assertThat(sum(use, 3) + sum(use, 4)).isEqualTo(taken.size());
            Map<SeatReports.SeatType, BigDecimal> prices = new HashMap<>();
            BigDecimal total = BigDecimal.ZERO;
            for (Seat seat : taken) {
                Account account = one.model().table(Kind.ACCOUNT).get(seat.account());
                SeatReports.SeatType type = new SeatReports.SeatType(account.tenant(), seat.kind());
                total = total.add(prices.computeIfAbsent(
                        type, any -> BigDecimal.valueOf(1 + one.made().random.nextInt(900), 2)));
            }
            BigDecimal told = SeatReports.costs(all, prices).rows().stream()
                    .map(row -> new BigDecimal(row.get(6)))
                    .reduce(BigDecimal.ZERO, BigDecimal::add);
            assertThat(told).isEqualByComparingTo(total);
        });
    }

    /** As many as are beyond the size, each once; whoever is kept needs the seat at least as much as whoever is not. */
    @Test
    void whoWouldLoseASeatNeedsItLeast() {
        onMany(one -> {
            for (Tenant tenant : one.model().tenants().stream().toList()) {
                for (App.SeatKind kind : one.model().appOf(tenant).seatKinds()) {
                    List<SeatReports.Loser> all = SeatReports.losers(one.index(), tenant, kind.key(), 0, one.at());
                    int size = one.made().random.nextInt(all.size() + 2);
                    List<SeatReports.Loser> losers =
                            SeatReports.losers(one.index(), tenant, kind.key(), size, one.at());
                    assertThat(losers).hasSize(Math.max(0, all.size() - size)).doesNotHaveDuplicates();
                    assertThat(all.subList(0, losers.size())).isEqualTo(losers);
                    assertThat(all.stream()
                                    .map(loser -> loser.reason().ordinal())
                                    .toList())
                            .isSorted();
                    assertThat(all)
                            .filteredOn(loser -> loser.reason() == SeatReports.Reason.LESSER_DOES)
                            .allSatisfy(loser -> assertThat(loser.lesser()).isPresent());
                }
            }
        });
    }

    @Test
    void costCentresAreThoseOfTheNearestUnitAbove() {
        onMany(one -> one.made()
                .units
                .forEach(unit -> assertThat(one.scope().costCentre(unit.id()))
                        .isEqualTo(unit.costCentre().orElse(""))));
    }
}

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
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.access.AccessIndex;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Window;

/** Reports against plain counting on random models. */
class ReportsTest {
    private static final int MODELS = 25;
    private static final ZoneId ZONE = ZoneOffset.UTC;

    private record Case(
            RandomModel made, Model model, AccessIndex index, Instant at, ReportFilter filter, boolean isNarrowed) {}

    private static void onMany(Consumer<Case> check) {
        for (int seed = 0; seed < MODELS; seed++) {
            RandomModel made = new RandomModel(seed);
            makeUnitTree(made);
            makeAccountsOfNobody(made);
            Model model = made.model();
            Instant at = RandomModel.NOW.plusSeconds(86_400L * (made.random.nextInt(60) - 30));
            ReportFilter filter = seed % 3 == 0
                    ? new ReportFilter(
                            model,
                            at,
                            Optional.of(made.pick(made.units).id()),
                            Optional.of(made.pick(made.tenants).id()))
                    : new ReportFilter(model, at, Optional.empty(), Optional.empty());
            check.accept(new Case(made, model, AccessIndex.compile(model), at, filter, seed % 3 == 0));
        }
    }

    /** Each unit below one before it or at the top, some with a cost centre. */
    private static void makeUnitTree(RandomModel made) {
        for (int at = 0; at < made.units.size(); at++) {
            Unit unit = made.units.get(at);
            Optional<Id<Unit>> parent = at == 0 || made.random.nextInt(4) == 0
                    ? Optional.empty()
                    : Optional.of(made.units.get(made.random.nextInt(at)).id());
            Optional<String> costCentre = made.random.nextBoolean() ? Optional.of("C" + at) : Optional.empty();
            made.units.set(
                    at, new Unit(unit.id(), unit.key(), unit.name(), parent, unit.zone(), unit.manager(), costCentre));
        }
    }

    /** In each tenant one of each kind, with a seat. */
    private static void makeAccountsOfNobody(RandomModel made) {
        for (Tenant tenant : made.tenants) {
            for (AccountKind kind : AccountKind.values()) {
                Account account = new Account(
                        made.id(), tenant.id(), kind, Optional.empty(), "nobody-" + kind, Account.State.OPEN, Map.of());
                made.accounts.add(account);
                made.seats.add(new Seat(made.id(), account.id(), Key.of("full"), Window.ALWAYS));
            }
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
                .filter(account -> one.filter().covers(one.model().tenants().get(account.tenant())));
    }

    @Test
    void everyOpenAccountOfAPersonIsCountedOnceInItsTenant() {
        onMany(one -> {
            Report report = PeopleReports.perApplication(one.filter());
            long wanted = open(one)
                    .filter(account ->
                            account.person().filter(one.filter()::coversPerson).isPresent())
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
            open(one).filter(account -> account.kind() != AccountKind.EMERGENCY).forEach(account -> {
                Optional<Id<Person>> person = account.person();
                if (person.isEmpty()) {
                    if (!one.isNarrowed()) {
                        wanted.add(account.userName());
                    }
                } else if (one.filter().coversPerson(person.get())) {
                    PersonStatus status = PersonStatus.of(one.model(), person.get(), one.at());
                    if (status == PersonStatus.LEFT || status == PersonStatus.UNENGAGED) {
                        wanted.add(account.userName());
                    }
                }
            });
            assertThat(PeopleReports.unowned(one.filter()).rows().stream().map(row -> row.get(2)))
                    .containsExactlyInAnyOrderElementsOf(wanted);
        });
    }

    /** Everybody, asked one by one whether a path of theirs begins with the assignment. */
    @Test
    void whoHasARoleIsWhoHasAPathByIt() {
        onMany(one -> {
            Map<String, Integer> wanted = new HashMap<>();
            for (Tenant tenant : one.filter().tenants()) {
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
                        if (isTheirs && one.filter().coversPerson(person.id())) {
                            wanted.merge(
                                    one.model().roles().get(assignment.role()).name() + "|" + person.name(),
                                    1,
                                    Integer::sum);
                        }
                    }
                }
                for (Mapping mapping : one.model().table(Kind.MAPPING).by(Mapping.BY_TENANT, tenant.id())) {
                    for (Person person : one.model().people().stream().toList()) {
                        if (one.index().groupsOf(person.id(), one.at()).contains(mapping.directoryGroup())
                                && one.filter().coversPerson(person.id())) {
                            wanted.merge(
                                    one.model().roles().get(mapping.role()).name() + "|" + person.name(),
                                    1,
                                    Integer::sum);
                        }
                    }
                }
            }
            Map<String, Integer> told = new HashMap<>();
            RoleReport.of(one.index(), one.filter(), ZONE)
                    .rows()
                    .forEach(row -> told.merge(row.get(0) + "|" + row.get(3), 1, Integer::sum));
            assertThat(told).isEqualTo(wanted);
        });
    }

    /** Each engagement that begins in the weeks joins or moves once; of a person whose spans overlap only the last end leaves. */
    @Test
    void whoJoinedAndMovedAreThoseWhoseEngagementBegan() {
        onMany(one -> {
            Report report = PeopleReports.movements(one.filter(), ZONE);
            LocalDate first = LocalDate.parse(report.rows().getLast().get(0));
            long began = one.model().table(Kind.ENGAGEMENT).stream()
                    .filter(engagement -> one.filter().covers(engagement.unit()))
                    .map(engagement -> engagement.window().from())
                    .filter(from -> !from.isAfter(one.at())
                            && !from.equals(Instant.MIN)
                            && !LocalDate.ofInstant(from, ZONE).isBefore(first))
                    .count();
            assertThat(sum(report, 1) + sum(report, 2)).isEqualTo((int) began);
            long ended = one.model().table(Kind.ENGAGEMENT).stream()
                    .filter(engagement -> one.filter().covers(engagement.unit()))
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

    @Test
    void whoNeverStartedNeitherJoinedNorLeft() {
        Window began = Window.of(Instant.parse("2026-03-02T00:00:00Z"), Instant.MAX);
        assertThat(began.endingAt(Instant.parse("2026-02-20T09:30:00Z")).isCancelled())
                .isTrue();
        assertThat(began.endingAt(Instant.parse("2026-03-02T00:00:01Z")).until())
                .isEqualTo("2026-03-02T00:00:01Z");
        assertThat(began.isCancelled()).isFalse();
        assertThat(Window.ALWAYS.isCancelled()).isFalse();
        onMany(one -> {
            Report before = PeopleReports.movements(one.filter(), ZONE);
            for (Person person : one.made().people) {
                Engagement like = one.made().pick(one.made().engagements);
                one.made()
                        .engagements
                        .add(new Engagement(
                                new Id<>(UUID.randomUUID()),
                                person.id(),
                                like.kind(),
                                Optional.empty(),
                                like.unit(),
                                like.job(),
                                Optional.empty(),
                                Window.of(one.at(), Instant.MAX)
                                        .endingAt(one.at().minusSeconds(86_400))));
            }
            Report after = PeopleReports.movements(
                    new ReportFilter(one.made().model(), one.at(), Optional.empty(), Optional.empty()), ZONE);
            if (!one.isNarrowed()) {
                assertThat(after.rows()).isEqualTo(before.rows());
            }
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
            ReportFilter all = new ReportFilter(one.model(), one.at(), Optional.empty(), Optional.empty());
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
                    // the seat of the emergency account counts as taken, and stays
                    int taken = all.size() + (kind.key().equals(Key.of("full")) ? 1 : 0);
                    assertThat(losers)
                            .hasSize(Math.min(all.size(), Math.max(0, taken - size)))
                            .doesNotHaveDuplicates();
                    assertThat(all.subList(0, losers.size())).isEqualTo(losers);
                    assertThat(all.stream()
                                    .map(loser -> loser.reason().ordinal())
                                    .toList())
                            .isSorted();
                    assertThat(all)
                            .filteredOn(loser -> loser.person()
                                    .filter(person -> PersonStatus.of(one.model(), person.id(), one.at())
                                            == PersonStatus.EXPECTED)
                                    .isPresent())
                            .allSatisfy(loser -> assertThat(loser.reason())
                                    .isIn(SeatReports.Reason.NOT_STARTED, SeatReports.Reason.NOBODY_USES_IT));
                    assertThat(all).noneMatch(loser -> loser.account().kind() == AccountKind.EMERGENCY);
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
                .forEach(unit ->
                        assertThat(one.filter().costCentre(unit.id())).isEqualTo(costCentre(unit, one.model()))));
    }

    private static String costCentre(Unit unit, Model model) {
        return unit.costCentre()
                .orElseGet(() -> unit.parent()
                        .map(parent -> costCentre(model.table(Kind.UNIT).get(parent), model))
                        .orElse(""));
    }

    @Test
    void accountsOfNobodyAreInNoUnit() {
        onMany(one -> {
            if (one.isNarrowed()) {
                assertThat(SeatReports.costs(one.filter(), Map.of()).rows().stream()
                                .map(row -> row.get(0)))
                        .doesNotContain("nobody's");
            }
        });
    }

    @Test
    void theSeatOfAnEmergencyAccountIsNeverIdle() {
        RandomModel made = new RandomModel(1);
        made.accounts.clear();
        made.seats.clear();
        makeAccountsOfNobody(made);
        ReportFilter all = new ReportFilter(made.model(), RandomModel.NOW, Optional.empty(), Optional.empty());
        Report use = SeatReports.use(all);
        assertThat(sum(use, 3)).isEqualTo(made.tenants.size());
        assertThat(sum(use, 4)).isEqualTo(made.tenants.size() * (AccountKind.values().length - 1));
    }
}

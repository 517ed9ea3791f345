package wexa.core.reporting;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.reporting.Report.Bar;
import wexa.core.reporting.Report.Column;
import wexa.core.reporting.Report.Sort;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** Reports about seats: how they are used, what they cost, and who would give one up. */
public final class SeatReports {
    private SeatReports() {}

    /** A seat that is taken, and by whom. */
    private record Taken(Seat seat, Account account, Optional<Person> person) {}

    private static List<Taken> taken(ReportFilter filter, Tenant tenant) {
        Model model = filter.model();
        List<Taken> found = new ArrayList<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
            for (Seat seat : model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id())) {
                if (seat.window().contains(filter.at())) {
                    found.add(new Taken(seat, account, account.person().flatMap(model.people()::find)));
                }
            }
        }
        return found;
    }

    /**
     * A seat is idle while its account is closed, belongs to nobody, or to somebody who is not at work; that of an emergency
     * account never is.
     */
    private static boolean isIdle(Taken one, ReportFilter filter) {
        if (one.account().kind() == AccountKind.EMERGENCY) {
            return false;
        }
        return !one.account().isOpen()
                || one.person()
                        .filter(person ->
                                PersonStatus.of(filter.model(), person.id(), filter.at()) == PersonStatus.HERE)
                        .isEmpty();
    }

    /** Seats of each pool: how many there are, are used, idle and free. */
    public static Report use(ReportFilter filter) {
        List<List<String>> rows = new ArrayList<>();
        List<Bar> bars = new ArrayList<>();
        for (Tenant tenant : filter.tenants()) {
            List<Taken> all = taken(filter, tenant);
            for (App.SeatKind kind : filter.model().appOf(tenant).seatKinds()) {
                List<Taken> seats = all.stream()
                        .filter(one -> one.seat().kind().equals(kind.key()))
                        .toList();
                int idle =
                        (int) seats.stream().filter(one -> isIdle(one, filter)).count();
                int size = tenant.pools().getOrDefault(kind.key(), 0);
                String label = filter.model().title(tenant) + ", " + kind.name();
                rows.add(List.of(
                        filter.model().title(tenant),
                        kind.name(),
                        size == 0 ? "" : String.valueOf(size),
                        String.valueOf(seats.size() - idle),
                        String.valueOf(idle),
                        size == 0 ? "" : String.valueOf(Math.max(0, size - seats.size()))));
                bars.add(new Bar(label, "used", seats.size() - idle));
                bars.add(new Bar(label, "idle", idle));
                bars.add(new Bar(label, "free", Math.max(0, size - seats.size())));
            }
        }
        return new Report(
                List.of(
                        Column.text("Tenant"),
                        Column.text("Seat"),
                        Column.number("Seats"),
                        Column.number("Used"),
                        Column.number("Idle"),
                        Column.number("Free")),
                rows,
                "seats",
                bars);
    }

    /** The kind of seat in a tenant. */
    public record SeatType(Id<Tenant> tenant, Key kind) {}

    /**
     * What the seats of people cost a month, by unit and cost centre; seats without a price are counted, and cost nothing here.
     *
     * @param prices of one seat a month
     */
    public static Report costs(ReportFilter filter, Map<SeatType, BigDecimal> prices) {
        Model model = filter.model();
        Map<List<String>, Integer> counts = new TreeMap<>(Comparator.comparing(List::toString));
        Map<List<String>, BigDecimal> each = new TreeMap<>(Comparator.comparing(List::toString));
        for (Tenant tenant : filter.tenants()) {
            App app = model.appOf(tenant);
            for (Taken one : taken(filter, tenant)) {
                if (!filter.coversAccount(one.account())) {
                    continue;
                }
                Optional<Id<Unit>> unit = one.person()
                        .flatMap(person -> MainEngagement.of(model, person.id(), filter.at()))
                        .map(Engagement::unit);
                List<String> key = List.of(
                        unit.map(model.table(Kind.UNIT)::get).map(Unit::name).orElse("nobody's"),
                        unit.map(filter::costCentre).orElse(""),
                        model.title(tenant),
                        app.seatKind(one.seat().kind())
                                .map(App.SeatKind::name)
                                .orElse(one.seat().kind().text()));
                counts.merge(key, 1, Integer::sum);
                BigDecimal price =
                        prices.get(new SeatType(tenant.id(), one.seat().kind()));
                if (price != null) {
                    each.put(key, price);
                }
            }
        }
        List<List<String>> rows = new ArrayList<>();
        Map<String, BigDecimal> byUnit = new TreeMap<>();
        counts.forEach((key, count) -> {
            Optional<BigDecimal> price = Optional.ofNullable(each.get(key));
            BigDecimal total = price.orElse(BigDecimal.ZERO).multiply(BigDecimal.valueOf(count));
            List<String> row = new ArrayList<>(key);
            row.add(String.valueOf(count));
            row.add(price.map(SeatReports::money).orElse(""));
            row.add(price.isEmpty() ? "" : money(total));
            rows.add(List.copyOf(row));
            byUnit.merge(key.get(0), total, BigDecimal::add);
        });
        return new Report(
                List.of(
                        Column.text("Unit"),
                        Column.text("Cost centre"),
                        Column.text("Tenant"),
                        Column.text("Seat"),
                        Column.number("Seats"),
                        new Column("Each a month", Sort.AMOUNT),
                        new Column("A month", Sort.AMOUNT)),
                rows,
                "cost a month",
                byUnit.entrySet().stream()
                        .map(one -> new Bar(one.getKey(), "", one.getValue().doubleValue()))
                        .toList());
    }

    private static String money(BigDecimal amount) {
        return amount.setScale(2, RoundingMode.HALF_UP).toPlainString();
    }

    /** Why somebody would give up a seat first; the order is that of the ranking. */
    public enum Reason {
        /** The account is closed, or belongs to nobody. */
        NOBODY_USES_IT,
        /** Its person left, or was never engaged. */
        NOT_HERE,
        ON_LEAVE,
        SUSPENDED,
        /** Nothing that the person can do needs a seat there. */
        NEEDS_NONE,
        /** A lesser kind of seat carries all that they can do. */
        LESSER_DOES,
        /** Its person starts later, and what they will use is not known yet. */
        NOT_STARTED,
        /** They use what only this kind carries: the fewer such things, the earlier. */
        USES_IT
    }

    /**
     * Somebody who would lose their seat.
     *
     * @param lesser the kind of seat that would do instead
     * @param carried how much of what they can do only this kind carries
     */
    public record Loser(
            Seat seat,
            Account account,
            Optional<Person> person,
            Reason reason,
            Optional<App.SeatKind> lesser,
            int carried) {}

    /**
     * Who would lose a seat if the pool had so many: as many as are taken beyond it, those first who need it least. Emergency
     * accounts keep theirs. When somebody was last there is not told by tenants, and does not count. Costs the access of everybody with such a seat.
     */
    public static List<Loser> losers(AccessIndex index, Tenant tenant, Key kind, int size, Instant at) {
        ReportFilter filter = new ReportFilter(index.model(), at, Optional.empty(), Optional.of(tenant.id()));
        List<Taken> taken = taken(filter, tenant).stream()
                .filter(one -> one.seat().kind().equals(kind))
                .toList();
        List<Loser> all = new ArrayList<>(taken.stream()
                .filter(one -> one.account().kind() != AccountKind.EMERGENCY)
                .map(one -> ranked(one, index, tenant, filter))
                .toList());
        all.sort(Comparator.comparing(Loser::reason)
                .thenComparingInt(Loser::carried)
                .thenComparing(one -> one.account().userName())
                .thenComparing(one -> one.seat().id()));
        return List.copyOf(all.subList(0, Math.clamp(taken.size() - size, 0, all.size())));
    }

    private static Loser ranked(Taken one, AccessIndex index, Tenant tenant, ReportFilter filter) {
        App app = filter.model().appOf(tenant);
        if (one.person().isEmpty() || !one.account().isOpen()) {
            return new Loser(one.seat(), one.account(), one.person(), Reason.NOBODY_USES_IT, Optional.empty(), 0);
        }
        Person person = one.person().get();
        PersonStatus status = PersonStatus.of(filter.model(), person.id(), filter.at());
        if (status != PersonStatus.HERE) {
            Reason reason = switch (status) {
                case PAUSED -> Reason.ON_LEAVE;
                case SUSPENDED -> Reason.SUSPENDED;
                case EXPECTED -> Reason.NOT_STARTED;
                default -> Reason.NOT_HERE;
            };
            return new Loser(one.seat(), one.account(), one.person(), reason, Optional.empty(), 0);
        }
        Set<Permission> can = index.of(person.id(), filter.at()).reaches().stream()
                .filter(reach -> reach.tenant().equals(tenant.id()))
                .map(Access.Reach::permissions)
                .flatMap(Set::stream)
                .collect(Collectors.toSet());
        Optional<App.SeatKind> least = Usability.leastSeat(app, can);
        Reason reason =
                can.stream().allMatch(permission -> app.carriersOf(permission).isEmpty())
                        ? Reason.NEEDS_NONE
                        : least.filter(kind -> isLess(kind.key(), one.seat().kind(), app))
                                        .isPresent()
                                ? Reason.LESSER_DOES
                                : Reason.USES_IT;
        int carried = reason != Reason.USES_IT
                ? 0
                : (int) can.stream()
                        .filter(permission -> app.carriersOf(permission).stream()
                                        .anyMatch(kind ->
                                                kind.key().equals(one.seat().kind()))
                                && app.carriersOf(permission).size() == 1)
                        .count();
        return new Loser(
                one.seat(),
                one.account(),
                one.person(),
                reason,
                reason == Reason.LESSER_DOES ? least : Optional.empty(),
                carried);
    }

    /** Kinds of seats stand in their order, the least first. */
    private static boolean isLess(Key kind, Key other, App app) {
        List<Key> order = app.seatKinds().stream().map(App.SeatKind::key).toList();
        return order.indexOf(kind) < order.indexOf(other);
    }
}

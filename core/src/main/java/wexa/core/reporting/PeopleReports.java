package wexa.core.reporting;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.reporting.Report.Bar;
import wexa.core.reporting.Report.Column;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Reports about who is here and where. */
public final class PeopleReports {
    private static final int WEEKS = 26;

    private PeopleReports() {}

    /** How many people have an open account, by tenant, unit and standing. Costs all accounts. */
    public static Report perApplication(ReportFilter filter) {
        Model model = filter.model();
        List<List<String>> rows = new ArrayList<>();
        List<Bar> bars = new ArrayList<>();
        for (Tenant tenant : filter.tenants()) {
            Map<String, Integer> counts = new TreeMap<>();
            int all = 0;
            for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
                Optional<Id<Person>> person = account.person().filter(filter::coversPerson);
                if (account.isOpen() && person.isPresent()) {
                    String standing = words(PersonStatus.of(model, person.get(), filter.at()));
                    counts.merge(filter.unitName(person.get()) + "\t" + standing, 1, Integer::sum);
                    all++;
                }
            }
            counts.forEach((key, count) -> rows.add(List.of(
                    model.appOf(tenant).name(),
                    tenant.name(),
                    key.substring(0, key.indexOf('\t')),
                    key.substring(key.indexOf('\t') + 1),
                    String.valueOf(count))));
            bars.add(new Bar(model.title(tenant), "", all));
        }
        return new Report(
                List.of(
                        Column.text("Application"),
                        Column.text("Tenant"),
                        Column.text("Unit"),
                        Column.text("Standing"),
                        Column.number("People")),
                rows,
                "people with an open account",
                bars);
    }

    private static String words(PersonStatus status) {
        return switch (status) {
            case HERE -> "current";
            case EXPECTED -> "not started";
            case PAUSED -> "on leave";
            case SUSPENDED -> "suspended";
            case LEFT -> "left";
            case UNENGAGED -> "not engaged";
        };
    }

    private enum Move {
        JOINED,
        MOVED,
        LEFT
    }

    /**
     * Who joined, moved and left in each week up to the day, from Monday on, the last week first. Whoever begins while, or right
     * after, they are engaged otherwise moved; whoever's last engagement ended left. Who never started did neither. Costs all
     * engagements.
     */
    public static Report movements(ReportFilter filter, ZoneId zone) {
        LocalDate last =
                LocalDate.ofInstant(filter.at(), zone).with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        Map<LocalDate, int[]> weeks = new TreeMap<>();
        for (int back = WEEKS - 1; back >= 0; back--) {
            weeks.put(last.minusWeeks(back), new int[Move.values().length]);
        }
        Model model = filter.model();
        for (Person person : model.people().stream().toList()) {
            List<Engagement> all = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                    .filter(one -> !one.window().isCancelled())
                    .toList();
            for (Engagement one : all) {
                if (filter.covers(one.unit())) {
                    count(one.window().from(), begins(one, all), filter, zone, weeks);
                    ends(one, all).ifPresent(move -> count(one.window().until(), move, filter, zone, weeks));
                }
            }
        }
        List<List<String>> rows = new ArrayList<>();
        List<Bar> bars = new ArrayList<>();
        weeks.forEach((week, counts) -> {
            rows.add(List.of(
                    week.toString(),
                    String.valueOf(counts[Move.JOINED.ordinal()]),
                    String.valueOf(counts[Move.MOVED.ordinal()]),
                    String.valueOf(counts[Move.LEFT.ordinal()])));
            for (Move move : Move.values()) {
                bars.add(new Bar(week.toString(), move.name().toLowerCase(Locale.ROOT), counts[move.ordinal()]));
            }
        });
        return new Report(
                List.of(
                        Column.day("Week from"),
                        Column.number("Joined"),
                        Column.number("Moved"),
                        Column.number("Left")),
                rows.reversed(),
                "people",
                bars);
    }

    private static Move begins(Engagement one, List<Engagement> all) {
        return all.stream()
                        .anyMatch(other -> other != one
                                && reaches(other.window(), one.window().from()))
                ? Move.MOVED
                : Move.JOINED;
    }

    /** Whether it began before an instant and lasts until then or longer. */
    private static boolean reaches(Window window, Instant at) {
        return window.from().isBefore(at) && !window.until().isBefore(at);
    }

    /** Whoever goes on otherwise has not left. */
    private static Optional<Move> ends(Engagement one, List<Engagement> all) {
        Instant until = one.window().until();
        boolean goesOn = all.stream()
                .anyMatch(other -> other != one
                        && !other.window().from().isAfter(until)
                        && other.window().until().isAfter(until));
        return goesOn ? Optional.empty() : Optional.of(Move.LEFT);
    }

    private static void count(Instant at, Move move, ReportFilter filter, ZoneId zone, Map<LocalDate, int[]> weeks) {
        if (at.equals(Instant.MIN) || at.equals(Instant.MAX) || at.isAfter(filter.at())) {
            return;
        }
        int[] counts =
                weeks.get(LocalDate.ofInstant(at, zone).with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY)));
        if (counts != null) {
            counts[move.ordinal()]++;
        }
    }

    /** Accounts that belong to nobody, and people with an open account whom no engagement holds here; not emergency accounts. */
    public static Report unowned(ReportFilter filter) {
        Model model = filter.model();
        List<List<String>> rows = new ArrayList<>();
        Map<String, Integer> counts = new TreeMap<>();
        for (Tenant tenant : filter.tenants()) {
            for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
                Optional<Person> person = account.person().flatMap(model.people()::find);
                // emergency accounts belong to nobody on purpose
                if (!account.isOpen() || account.kind() == AccountKind.EMERGENCY || !filter.coversAccount(account)) {
                    continue;
                }
                if (person.isEmpty()) {
                    rows.add(row("account without a person", model.title(tenant), account.userName(), "", ""));
                    counts.merge("without a person\t" + model.title(tenant), 1, Integer::sum);
                } else {
                    PersonStatus status = PersonStatus.of(model, person.get().id(), filter.at());
                    if (status == PersonStatus.LEFT || status == PersonStatus.UNENGAGED) {
                        rows.add(row(
                                "person without an engagement",
                                model.title(tenant),
                                account.userName(),
                                person.get().name(),
                                words(status)));
                        counts.merge("without an engagement\t" + model.title(tenant), 1, Integer::sum);
                    }
                }
            }
        }
        rows.sort(Comparator.comparing((List<String> row) -> row.get(0)).thenComparing(row -> row.get(1)));
        List<Bar> bars = counts.entrySet().stream()
                .map(count -> {
                    String[] parts = count.getKey().split("\t");
                    return new Bar(parts[1], parts[0], count.getValue());
                })
                .toList();
        return new Report(
                List.of(
                        Column.text("What"),
                        Column.text("Tenant"),
                        Column.text("User name"),
                        Column.text("Person"),
                        Column.text("Standing")),
                rows,
                "open accounts",
                bars);
    }

    private static List<String> row(String... cells) {
        return List.of(cells);
    }
}

package wexa.core.manual;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import wexa.core.consistency.TenantObject;
import wexa.core.model.App;

/**
 * A list of a tenant's accounts, row by row, as the application exports it or as somebody wrote it down. It is taken as a whole
 * or not at all: with any fault in it, nobody knows whether it is complete.
 *
 * @param columns what the list tells
 * @param unused headings that mean nothing here
 * @param faults all of them, in the order of their lines
 */
public record AccountList(Set<Column> columns, List<Line> lines, List<String> unused, List<Fault> faults) {
    private static final String SEPARATOR = ";";

    /** What a column holds, and the headings by which it is recognised, whatever their case, blanks and hyphens. */
    public enum Column {
        USER_NAME("username", "user", "login", "account"),
        NAME("name", "fullname", "displayname"),
        GIVEN_NAME("firstname", "givenname"),
        FAMILY_NAME("lastname", "familyname", "surname"),
        MAIL("email", "mail", "emailaddress"),
        PHONE("phone", "telephone", "mobile", "phonenumber"),
        STATE("state", "status", "active"),
        SEAT("seat", "seats", "licence", "license", "licences", "licenses"),
        RIGHTS("rights", "roles", "role"),
        TENANT("tenant", "application", "instance");

        private final Set<String> headings;

        Column(String... headings) {
            this.headings = Set.of(headings);
        }

        static Optional<Column> of(String heading) {
            String plain = heading.toLowerCase(Locale.ROOT).replaceAll("[\\s_-]", "");
            for (Column column : values()) {
                if (column.headings.contains(plain)) {
                    return Optional.of(column);
                }
            }
            return Optional.empty();
        }
    }

    /** A row of the list's text. */
    public record Row(long line, List<String> cells, boolean isRagged) {}

    /** One account. What the list does not tell is empty; seats are the keys of their kinds. */
    public record Line(
            String userName,
            Map<Column, String> cells,
            TenantObject.Activity activity,
            Set<String> seats,
            Set<String> rights) {
        Optional<String> cell(Column column) {
            return Optional.ofNullable(cells.get(column));
        }
    }

    /** Why a list cannot be taken. */
    public enum Code {
        NO_USER_NAMES,
        COLUMN_TWICE,
        RAGGED,
        USER_NAME_MISSING,
        USER_NAME_TWICE,
        STATE_UNKNOWN,
        SEAT_UNKNOWN,
        OTHER_TENANT
    }

    /** A fault, the line it is in, and what stands there. */
    public record Fault(Code code, long line, String detail) {}

    public AccountList {
        columns = Set.copyOf(columns);
        lines = List.copyOf(lines);
        unused = List.copyOf(unused);
        faults = List.copyOf(faults);
    }

    private static final Set<String> OPEN = Set.of("active", "open", "enabled", "yes", "true", "1");
    private static final Set<String> CLOSED =
            Set.of("inactive", "closed", "disabled", "blocked", "locked", "no", "false", "0");

    /**
     * Reads a list. Costs its cells.
     *
     * @param isThisTenant whether a text of the column that names the tenant means the tenant whose list this is to be
     */
    public static AccountList of(List<String> header, List<Row> rows, App app, Predicate<String> isThisTenant) {
        List<Fault> faults = new ArrayList<>();
        Map<Column, Integer> places = new EnumMap<>(Column.class);
        List<String> unused = new ArrayList<>();
        for (int place = 0; place < header.size(); place++) {
            String heading = header.get(place);
            Optional<Column> column = Column.of(heading);
            if (column.isEmpty()) {
                unused.add(heading);
            } else if (places.putIfAbsent(column.get(), place) != null) {
                faults.add(new Fault(Code.COLUMN_TWICE, 1, heading));
            }
        }
        if (!places.containsKey(Column.USER_NAME)) {
            faults.add(new Fault(Code.NO_USER_NAMES, 1, String.join(", ", header)));
            return new AccountList(places.keySet(), List.of(), unused, faults);
        }
        List<Line> lines = new ArrayList<>();
        Map<String, Long> seen = new HashMap<>();
        for (Row row : rows) {
            if (row.isRagged()) {
                faults.add(new Fault(Code.RAGGED, row.line(), ""));
                continue;
            }
            Map<Column, String> cells = new EnumMap<>(Column.class);
            places.forEach(
                    (column, place) -> cells.put(column, row.cells().get(place).strip()));
            String userName = cells.getOrDefault(Column.USER_NAME, "");
            if (userName.isEmpty()) {
                faults.add(new Fault(Code.USER_NAME_MISSING, row.line(), ""));
                continue;
            }
            if (seen.putIfAbsent(folded(userName), row.line()) != null) {
                faults.add(new Fault(Code.USER_NAME_TWICE, row.line(), userName));
            }
            String tenant = cells.get(Column.TENANT);
            if (tenant != null && !isThisTenant.test(tenant)) {
                faults.add(new Fault(Code.OTHER_TENANT, row.line(), tenant));
            }
            lines.add(new Line(
                    userName,
                    cells,
                    activity(row.line(), cells, faults),
                    seats(row.line(), cells, app, faults),
                    parts(cells.getOrDefault(Column.RIGHTS, ""))));
        }
        return new AccountList(places.keySet(), lines, unused, faults);
    }

    /** User names that differ in case only are one to whoever signs in. */
    static String folded(String userName) {
        return userName.toLowerCase(Locale.ROOT);
    }

    /** Whoever is in a list that tells no states can sign in. */
    private static TenantObject.Activity activity(long line, Map<Column, String> cells, List<Fault> faults) {
        String state = cells.get(Column.STATE);
        if (state == null || OPEN.contains(state.toLowerCase(Locale.ROOT))) {
            return TenantObject.Activity.OPEN;
        }
        if (!CLOSED.contains(state.toLowerCase(Locale.ROOT))) {
            faults.add(new Fault(Code.STATE_UNKNOWN, line, state));
        }
        return TenantObject.Activity.CLOSED;
    }

    private static Set<String> seats(long line, Map<Column, String> cells, App app, List<Fault> faults) {
        Set<String> seats = new LinkedHashSet<>();
        for (String name : parts(cells.getOrDefault(Column.SEAT, ""))) {
            Optional<App.SeatKind> kind = app.seatKinds().stream()
                    .filter(one -> one.name().equalsIgnoreCase(name)
                            || one.key().text().equalsIgnoreCase(name))
                    .findFirst();
            if (kind.isPresent()) {
                seats.add(kind.get().key().text());
            } else {
                faults.add(new Fault(Code.SEAT_UNKNOWN, line, name));
            }
        }
        return seats;
    }

    private static Set<String> parts(String cell) {
        Set<String> parts = new LinkedHashSet<>();
        for (String part : cell.split(SEPARATOR, -1)) {
            if (!part.isBlank()) {
                parts.add(part.strip());
            }
        }
        return parts;
    }
}

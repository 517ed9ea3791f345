package wexa.core.reporting;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import wexa.core.access.AccessIndex;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.reporting.Report.Bar;
import wexa.core.reporting.Report.Column;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Who has which role, where, and by which path. */
public final class RoleReport {
    private static final int MOST_BARS = 20;
    /** A table of more rows is of use to nobody; it would have to be narrowed. */
    private static final int MOST_ROWS = 500_000;

    private RoleReport() {}

    /** Thrown for a report that would be too long. */
    public static final class TooLong extends RuntimeException {
        private static final long serialVersionUID = 1L;

        TooLong() {
            super("more than " + MOST_ROWS + " rows");
        }
    }

    /** A role given to somebody or to a group in a tenant. */
    private record Grant(
            Id<Role> role, Tenant tenant, Optional<Id<Area>> area, Subject subject, String kind, Window window) {}

    /** What is assigned and holds at the instant, and what the membership of directory groups is mapped to. */
    private static List<Grant> grants(Tenant tenant, ReportFilter filter) {
        Model model = filter.model();
        List<Grant> found = new ArrayList<>();
        for (Assignment one : model.table(Kind.ASSIGNMENT).by(Assignment.BY_TENANT, tenant.id())) {
            one.effective(model)
                    .filter(window -> window.contains(filter.at()))
                    .ifPresent(
                            window -> found.add(new Grant(one.role(), tenant, one.area(), one.subject(), "", window)));
        }
        for (Mapping one : model.table(Kind.MAPPING).by(Mapping.BY_TENANT, tenant.id())) {
            found.add(new Grant(
                    one.role(),
                    tenant,
                    one.area(),
                    new Subject.OfGroup(one.directoryGroup()),
                    " (mapped)",
                    Window.ALWAYS));
        }
        return found;
    }

    /**
     * One row for each person and path: given directly, or through the group that it is given to or mapped from. Costs the
     * assignments and mappings, and the members of the groups that have one.
     */
    public static Report of(AccessIndex index, ReportFilter filter, ZoneId zone) {
        List<List<String>> rows = new ArrayList<>();
        Map<String, Set<Id<Person>>> holders = new TreeMap<>();
        for (Tenant tenant : filter.tenants()) {
            for (Grant grant : grants(tenant, filter)) {
                String role = filter.model().roles().get(grant.role()).name();
                for (Id<Person> person : people(grant.subject(), index, filter.at())) {
                    if (filter.coversPerson(person)) {
                        rows.add(row(role, grant, person, filter, zone));
                        holders.computeIfAbsent(role, any -> new HashSet<>()).add(person);
                        if (rows.size() > MOST_ROWS) {
                            throw new TooLong();
                        }
                    }
                }
            }
        }
        rows.sort(Comparator.comparing((List<String> row) -> row.get(0))
                .thenComparing(row -> row.get(1))
                .thenComparing(row -> row.get(3)));
        List<Bar> bars = holders.entrySet().stream()
                .sorted(Comparator.comparing((Map.Entry<String, Set<Id<Person>>> one) ->
                                -one.getValue().size())
                        .thenComparing(Map.Entry::getKey))
                .limit(MOST_BARS)
                .map(one -> new Bar(one.getKey(), "", one.getValue().size()))
                .toList();
        return new Report(
                List.of(
                        Column.text("Role"),
                        Column.text("Tenant"),
                        Column.text("Area"),
                        Column.text("Person"),
                        Column.text("Number"),
                        Column.text("Unit"),
                        Column.text("Through"),
                        Column.day("Last day")),
                rows,
                "people with the role",
                bars);
    }

    private static List<Id<Person>> people(Subject subject, AccessIndex index, Instant at) {
        return switch (subject) {
            case Subject.OfPerson one -> List.of(one.person());
            case Subject.OfGroup group -> index.membersOf(group.group(), at).all();
        };
    }

    private static List<String> row(String role, Grant grant, Id<Person> person, ReportFilter filter, ZoneId zone) {
        Model model = filter.model();
        String through = grant.subject() instanceof Subject.OfGroup group
                ? model.groups().find(group.group()).map(Group::name).orElse("") + grant.kind()
                : "directly";
        return List.of(
                role,
                model.title(grant.tenant()),
                grant.area()
                        .flatMap(model.table(Kind.AREA)::find)
                        .map(Area::name)
                        .orElse(""),
                model.people().get(person).name(),
                filter.staffNumber(person),
                filter.unitName(person),
                through,
                lastDay(grant.window(), zone));
    }

    /** The day before the one at whose beginning it ends; nothing where it does not. */
    static String lastDay(Window window, ZoneId zone) {
        return window.isOpenEnded()
                ? ""
                : LocalDate.ofInstant(window.until().minusSeconds(1), zone).toString();
    }
}

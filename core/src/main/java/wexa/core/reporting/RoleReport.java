package wexa.core.reporting;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import wexa.core.access.AccessIndex;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
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

    /**
     * One row for each person and path: given directly, or through the group that it is given to. Costs the assignments, and
     * the members of the groups that have one.
     */
    public static Report of(AccessIndex index, Scope scope, ZoneId zone) {
        Model model = scope.model();
        Instant at = scope.at();
        List<List<String>> rows = new ArrayList<>();
        Map<String, Set<Id<Person>>> holders = new TreeMap<>();
        for (Tenant tenant : scope.tenants()) {
            for (Assignment assignment : model.table(Kind.ASSIGNMENT).by(Assignment.BY_TENANT, tenant.id())) {
                boolean holds = assignment
                        .effective(model)
                        .filter(window -> window.contains(at))
                        .isPresent();
                if (!holds) {
                    continue;
                }
                String role = model.roles().get(assignment.role()).name();
                for (Id<Person> person : people(assignment.subject(), index, at)) {
                    if (scope.coversPerson(person)) {
                        rows.add(row(role, assignment, tenant, person, scope, zone));
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

    private static List<String> row(
            String role, Assignment assignment, Tenant tenant, Id<Person> person, Scope scope, ZoneId zone) {
        Model model = scope.model();
        String through = assignment.subject() instanceof Subject.OfGroup group
                ? model.groups().find(group.group()).map(Group::name).orElse("")
                : "directly";
        return List.of(
                role,
                model.title(tenant),
                assignment
                        .area()
                        .flatMap(model.table(Kind.AREA)::find)
                        .map(Area::name)
                        .orElse(""),
                model.people().get(person).name(),
                scope.staffNumber(person),
                scope.unitName(person),
                through,
                lastDay(assignment.effective(model).orElse(assignment.window()), zone));
    }

    /** The day before the one at whose beginning it ends; nothing where it does not. */
    static String lastDay(Window window, ZoneId zone) {
        return window.isOpenEnded()
                ? ""
                : LocalDate.ofInstant(window.until().minusSeconds(1), zone).toString();
    }
}

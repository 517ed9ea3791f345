package wexa.bench;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.function.IntFunction;
import wexa.core.importing.DryRun;
import wexa.core.importing.Row;
import wexa.core.importing.Sheet;
import wexa.core.preview.Snapshot;
import wexa.core.value.Key;

/**
 * Tables in which every row is wrong, or like every other, of one, ten and a hundred thousand rows: ten times the rows may
 * take about ten times the time, never a hundred.
 */
public final class HostileTables {
    private static final int PEOPLE = 20_000;

    private HostileTables() {}

    /** An argument is the largest number of rows; 100,000 if there is none. */
    public static void main(String[] arguments) {
        int most = arguments.length == 0 ? 100_000 : Integer.parseInt(arguments[0]);
        Snapshot snapshot = Snapshot.compile(1, new Generator(7, PEOPLE).model());
        Map<String, Sheet> sheets = new HashMap<>();
        Map<String, IntFunction<Map<String, String>>> tables = new HashMap<>();
        add(sheets, tables, "people without names", Sheet.PEOPLE, line -> Map.of("kind", "employee", "unit", "unit"));
        add(
                sheets,
                tables,
                "people all alike",
                Sheet.PEOPLE,
                line -> Map.of(
                        "given",
                        "Ines",
                        "family",
                        "Abara",
                        "kind",
                        "employee",
                        "unit",
                        "unit",
                        "job",
                        "Keeper",
                        "from",
                        "2027-05-03"));
        add(
                sheets,
                tables,
                "people with one handle",
                Sheet.PEOPLE,
                line -> Map.of(
                        "handle",
                        "ines.abara",
                        "given",
                        "Ines",
                        "family",
                        "Abara",
                        "kind",
                        "employee",
                        "unit",
                        "unit"));
        add(
                sheets,
                tables,
                "people with one address",
                Sheet.PEOPLE,
                line -> Map.of(
                        "given",
                        "N" + line,
                        "family",
                        "Abara",
                        "mail",
                        "one@x.example",
                        "kind",
                        "employee",
                        "unit",
                        "unit"));
        add(sheets, tables, "groups with one name", Sheet.GROUPS, line -> Map.of("name", "Keepers of the tide"));
        add(sheets, tables, "groups with one key", Sheet.GROUPS, line -> Map.of("key", "keepers", "name", "K" + line));
        add(
                sheets,
                tables,
                "memberships of nobody",
                Sheet.MEMBERSHIPS,
                line -> Map.of("member", "x" + line, "group", "y"));
        add(sheets, tables, "one membership", Sheet.MEMBERSHIPS, line -> Map.of("member", "p1", "group", "group-1"));
        add(
                sheets,
                tables,
                "roles for nobody",
                Sheet.ASSIGNMENTS,
                line -> Map.of("subject", "x", "role", "y", "tenant", "z"));
        add(sheets, tables, "empty rows", Sheet.ASSIGNMENTS, line -> Map.of());
        tables.keySet().stream().sorted().forEach(name -> {
            for (int rows = 1_000; rows <= most; rows *= 10) {
                report(snapshot, name, sheets.getOrDefault(name, Sheet.PEOPLE), table(tables.get(name), rows));
            }
        });
    }

    private static void add(
            Map<String, Sheet> sheets,
            Map<String, IntFunction<Map<String, String>>> tables,
            String name,
            Sheet sheet,
            IntFunction<Map<String, String>> row) {
        sheets.put(name, sheet);
        tables.put(name, row);
    }

    private static List<Row> table(IntFunction<Map<String, String>> row, int rows) {
        List<Row> table = new ArrayList<>(rows);
        for (int line = 0; line < rows; line++) {
            table.add(new Row(line + 2L, row.apply(line), false));
        }
        return table;
    }

    private static void report(Snapshot snapshot, String name, Sheet sheet, List<Row> table) {
        long began = System.nanoTime();
        DryRun run = DryRun.of(
                snapshot,
                sheet,
                table,
                new DryRun.Setting(new UUID(1, 1), Key.of("home"), Generator.NOW, ZoneOffset.UTC));
        System.out.printf(
                Locale.ROOT,
                "%s: %,d rows in %.2f s, %,d would create, %,d refused%n",
                name,
                table.size(),
                (System.nanoTime() - began) / 1e9,
                run.count(DryRun.Result.CREATE),
                run.count(DryRun.Result.REFUSED));
    }
}

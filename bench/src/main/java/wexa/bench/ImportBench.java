package wexa.bench;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import wexa.core.importing.DryRun;
import wexa.core.importing.Row;
import wexa.core.importing.Sheet;
import wexa.core.preview.Snapshot;
import wexa.core.value.Key;

/** Tries tables of many rows on an organisation of 20,000 people, and prints what that takes. */
public final class ImportBench {
    private static final int PEOPLE = 20_000;
    private static final double LIMIT_SECONDS_PER_100_000 = 10;

    private ImportBench() {}

    /** An argument is the number of rows; 100,000 if there is none. */
    public static void main(String[] arguments) {
        int rows = arguments.length == 0 ? 100_000 : Integer.parseInt(arguments[0]);
        Generator generator = new Generator(7, PEOPLE);
        Snapshot snapshot = Snapshot.compile(1, generator.model());
        for (Sheet sheet : Sheet.values()) {
            List<Row> table = table(generator, sheet, rows);
            report("first", snapshot, sheet, table);
            report("again", snapshot, sheet, table);
        }
    }

    /** The first time pays for what the JVM has not compiled yet; a server that runs for a while is like the second. */
    private static void report(String which, Snapshot snapshot, Sheet sheet, List<Row> table) {
        long began = System.nanoTime();
        DryRun run = DryRun.of(
                snapshot,
                sheet,
                table,
                new DryRun.Setting(new UUID(1, 1), Key.of("home"), Generator.NOW, ZoneOffset.UTC));
        double seconds = (System.nanoTime() - began) / 1e9;
        System.out.printf(
                Locale.ROOT,
                "dry run of %,d rows about %s, %s: %.2f s (%.2f of the limit), %,d would create%n",
                table.size(),
                sheet.name().toLowerCase(Locale.ROOT),
                which,
                seconds,
                seconds / LIMIT_SECONDS_PER_100_000 * 100_000 / table.size(),
                run.count(DryRun.Result.CREATE));
    }

    private static List<Row> table(Generator generator, Sheet sheet, int rows) {
        List<Row> table = new ArrayList<>(rows);
        for (int line = 0; line < rows; line++) {
            Map<String, String> values = new HashMap<>();
            switch (sheet) {
                case PEOPLE -> {
                    values.put("given", "New" + line);
                    values.put("family", "Comer");
                    values.put("kind", "employee");
                    values.put("number", "N" + line);
                    values.put("unit", "unit");
                    values.put("job", "Keeper");
                    values.put("from", "2027-05-03");
                }
                case GROUPS -> {
                    values.put("key", "new-group-" + line);
                    values.put("name", "New group " + line);
                    values.put("tags", "season");
                }
                case MEMBERSHIPS -> {
                    values.put("member", generator.somebody().handle().text());
                    values.put("group", "group-" + generator.random().nextInt(4_000));
                }
                case ASSIGNMENTS -> {
                    values.put("subject", generator.somebody().handle().text());
                    values.put("role", "role-0-" + generator.random().nextInt(75));
                    values.put("tenant", "app0/tenant" + 8 * generator.random().nextInt(5));
                    values.put("area", "area" + generator.random().nextInt(500));
                }
            }
            table.add(new Row(line + 2L, values, false));
        }
        return table;
    }
}

package wexa.server.reports;

import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.connect.csv.CsvTable;
import wexa.core.importing.Sheet;
import wexa.core.model.Model;
import wexa.core.reporting.LeaverMatch.Notice;
import wexa.server.imports.ImportService;
import wexa.server.imports.ImportWords;
import wexa.server.problems.Problem;

/** A list of leavers from personnel, read from CSV: staff number, last day, and names where it has them. */
final class LeaverList {
    private LeaverList() {}

    /** Columns are recognised by the names that an import of people knows. A row that is none is told with the others. */
    static List<Notice> read(InputStream text, Model model) throws IOException {
        CsvTable table = CsvTable.read(text, ImportService.LIMITS);
        table.problem().ifPresent(problem -> {
            throw Problem.badField("file", "leavers.unreadable", ImportWords.of(problem));
        });
        List<Optional<String>> fields = Sheet.PEOPLE.matched(table.header(), model);
        int number = fields.indexOf(Optional.of("number"));
        int until = fields.indexOf(Optional.of("until"));
        if (number < 0 || until < 0) {
            throw Problem.badField(
                    "file",
                    "leavers.columns",
                    "The list needs a column “staff number” and one “last day”. It has: "
                            + String.join(", ", table.header()) + ". Rename the columns and choose it again.");
        }
        List<Notice> notices = new ArrayList<>();
        for (CsvTable.Row row : table.rows()) {
            if (row.isRagged()) {
                // nobody can say what belongs where
                notices.add(new Notice(
                        "",
                        "",
                        Optional.empty(),
                        "line " + row.line() + " has more or fewer cells than the first line"));
            } else if (!row.cells().stream().allMatch(String::isBlank)) {
                String written = row.cells().get(until).strip();
                notices.add(new Notice(
                        row.cells().get(number).strip(),
                        (cell(row, fields, "given") + " " + cell(row, fields, "family")).strip(),
                        day(written),
                        written));
            }
        }
        if (notices.isEmpty()) {
            throw Problem.badField(
                    "file",
                    "leavers.empty",
                    "The list has no rows below its first line. Add them and choose it again.");
        }
        return notices;
    }

    private static String cell(CsvTable.Row row, List<Optional<String>> fields, String field) {
        int at = fields.indexOf(Optional.of(field));
        return at < 0 ? "" : row.cells().get(at).strip();
    }

    /** ISO 8601 alone: another notation may be read in two ways. */
    private static Optional<LocalDate> day(String written) {
        try {
            return Optional.of(LocalDate.parse(written));
        } catch (DateTimeParseException otherwise) {
            return Optional.empty();
        }
    }
}

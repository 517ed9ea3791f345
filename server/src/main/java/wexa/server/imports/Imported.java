package wexa.server.imports;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import wexa.connect.csv.CsvTable;
import wexa.connect.csv.Formulas;
import wexa.core.importing.Row;
import wexa.core.importing.Sheet;

/**
 * A table with what its columns mean.
 *
 * @param mapping the field of each column by its position, empty for those left out
 * @param problem why reading stopped before the end, in words; empty if it did not
 */
record Imported(
        UUID id,
        long version,
        String name,
        Sheet sheet,
        String owner,
        List<String> header,
        List<Optional<String>> mapping,
        List<CsvTable.Row> rows,
        String problem) {
    /** The rows by field; marks that kept spreadsheets from seeing formulas are taken off. */
    List<Row> read() {
        return rows.stream().map(this::read).toList();
    }

    Row read(CsvTable.Row row) {
        Map<String, String> values = new HashMap<>();
        for (int place = 0; place < mapping.size(); place++) {
            String cell = row.cells().get(place);
            if (mapping.get(place).isPresent() && !cell.isEmpty()) {
                values.put(mapping.get(place).get(), Formulas.restored(cell));
            }
        }
        return new Row(row.line(), values, row.isRagged());
    }

    /** How long it is: what it takes in memory follows from that. */
    int characters() {
        long characters = rows.stream()
                .flatMap(row -> row.cells().stream())
                .mapToLong(cell -> cell.length() + 1L)
                .sum();
        return (int) Math.min(Integer.MAX_VALUE, characters);
    }

    /** Where the row of a line stands. */
    Optional<Integer> place(long line) {
        for (int place = 0; place < rows.size(); place++) {
            if (rows.get(place).line() == line) {
                return Optional.of(place);
            }
        }
        return Optional.empty();
    }

    Imported with(long other, List<CsvTable.Row> corrected) {
        return new Imported(id, other, name, sheet, owner, header, mapping, corrected, problem);
    }

    /** Needed columns that no header stands for: without them no row can be read. */
    List<Sheet.Column> missing() {
        return sheet.columns().stream()
                .filter(column -> column.isNeeded() && !mapping.contains(Optional.of(column.field())))
                .toList();
    }
}

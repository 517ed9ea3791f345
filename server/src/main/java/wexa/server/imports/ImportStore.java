package wexa.server.imports;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;
import wexa.connect.csv.CsvTable;
import wexa.core.importing.Sheet;
import wexa.server.problems.Problem;

/** Tables in rows of the store. */
@Component
class ImportStore {
    private static final int MOST_LISTED = 20;

    private final Rows rows;
    private final JsonMapper json;

    /** Rows of tables. */
    interface Rows extends JpaRepository<ImportRow, UUID> {
        /** A table in a list, without its rows. */
        record Line(UUID id, String name, String sheet, String owner, Instant createdAt) {}

        List<Line> findByOrderByCreatedAtDesc(Limit limit);
    }

    ImportStore(Rows rows, JsonMapper json) {
        this.rows = rows;
        this.json = json;
    }

    @Transactional(readOnly = true)
    List<Rows.Line> newest() {
        return rows.findByOrderByCreatedAtDesc(Limit.of(MOST_LISTED));
    }

    @Transactional
    Imported add(Imported table, Instant at) {
        ImportRow row = new ImportRow();
        row.id = table.id();
        row.name = table.name();
        row.owner = table.owner();
        row.createdAt = at;
        row.problem = table.problem();
        row.header = json.writeValueAsString(table.header());
        return read(rows.saveAndFlush(filled(row, table)));
    }

    private ImportRow filled(ImportRow row, Imported table) {
        row.sheet = table.sheet().name();
        row.mapping = json.writeValueAsString(
                table.mapping().stream().map(field -> field.orElse("")).toList());
        row.rowsRead = json.writeValueAsString(table.rows());
        return row;
    }

    @Transactional(readOnly = true)
    Imported get(UUID id) {
        return read(rows.findById(id).orElseThrow(() -> Problem.notFound("import", id)));
    }

    /** Writes what its columns mean, and corrected rows. */
    @Transactional
    Imported change(Imported table) {
        ImportRow row = rows.findById(table.id()).orElseThrow(() -> Problem.notFound("import", table.id()));
        if (row.version != table.version()) {
            throw new Problem(
                    412, "import.stale", "The table was changed in another window. Its newest state is loaded.");
        }
        return read(rows.saveAndFlush(filled(row, table)));
    }

    private Imported read(ImportRow row) {
        List<String> mapping = json.readValue(row.mapping, new TypeReference<List<String>>() {});
        return new Imported(
                row.id,
                row.version,
                row.name,
                Sheet.valueOf(row.sheet),
                row.owner,
                json.readValue(row.header, new TypeReference<List<String>>() {}),
                mapping.stream()
                        .map(field -> field.isEmpty() ? Optional.<String>empty() : Optional.of(field))
                        .toList(),
                json.readValue(row.rowsRead, new TypeReference<List<CsvTable.Row>>() {}),
                row.problem);
    }
}

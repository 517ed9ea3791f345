package wexa.server.imports;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;
import wexa.connect.csv.CsvTable;
import wexa.core.importing.Sheet;
import wexa.server.database.AfterCommit;
import wexa.server.problems.Problem;

/**
 * Tables as they were read, and the rows that were corrected since. The last ones stay at hand by their versions, so that a
 * correction reads and writes its row.
 */
@Component
class ImportStore {
    private static final int MOST_LISTED = 20;
    private static final long MOST_CHARACTERS_AT_HAND = 16L << 20;

    private final Rows rows;
    private final Corrections corrections;
    private final JsonMapper json;
    private final Cache<UUID, Imported> atHand = Caffeine.newBuilder()
            .maximumWeight(MOST_CHARACTERS_AT_HAND)
            .weigher((UUID id, Imported table) -> table.characters())
            .build();

    /** Rows of tables. */
    interface Rows extends JpaRepository<ImportRow, UUID> {
        /** A table in a list, without its rows. */
        record Line(UUID id, String name, String sheet, String owner, Instant createdAt) {}

        List<Line> findByOrderByCreatedAtDesc(Limit limit);

        @Query("select one.version from ImportRow one where one.id = :id")
        Optional<Long> version(UUID id);

        @Modifying
        @Query("update ImportRow one set one.version = one.version + 1 where one.id = :id and one.version = :version")
        int moveOn(UUID id, long version);

        @Modifying
        @Query("update ImportRow one set one.sheet = :sheet, one.mapping = :mapping where one.id = :id")
        void match(UUID id, String sheet, String mapping);
    }

    /** Rows of corrections. */
    interface Corrections extends JpaRepository<CorrectionRow, CorrectionRow.Name> {
        List<CorrectionRow> findByNameImportId(UUID importId);
    }

    ImportStore(Rows rows, Corrections corrections, JsonMapper json) {
        this.rows = rows;
        this.corrections = corrections;
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
        row.sheet = table.sheet().name();
        row.mapping = mapping(table);
        row.rowsRead = json.writeValueAsString(table.rows());
        rows.saveAndFlush(row);
        return kept(table.with(row.version, table.rows()));
    }

    private String mapping(Imported table) {
        return json.writeValueAsString(
                table.mapping().stream().map(field -> field.orElse("")).toList());
    }

    @Transactional(readOnly = true)
    Imported get(UUID id) {
        long version = rows.version(id).orElseThrow(() -> Problem.notFound("import", id));
        Imported known = atHand.getIfPresent(id);
        if (known != null && known.version() == version) {
            return known;
        }
        Imported read = read(rows.findById(id).orElseThrow(() -> Problem.notFound("import", id)));
        // a correction may have come between the two queries
        if (rows.version(id).filter(now -> now == read.version()).isPresent()) {
            atHand.put(id, read);
        }
        return read;
    }

    /** Writes what its rows are about, and what its columns mean. */
    @Transactional
    Imported match(Imported table) {
        moveOn(table);
        rows.match(table.id(), table.sheet().name(), mapping(table));
        return kept(table.with(table.version() + 1, table.rows()));
    }

    /** Writes one row otherwise. */
    @Transactional
    Imported correct(Imported table, int place, List<String> cells) {
        moveOn(table);
        long line = table.rows().get(place).line();
        corrections.save(new CorrectionRow(new CorrectionRow.Name(table.id(), line), json.writeValueAsString(cells)));
        List<CsvTable.Row> corrected = new ArrayList<>(table.rows());
        corrected.set(place, new CsvTable.Row(line, cells, false));
        return kept(table.with(table.version() + 1, corrected));
    }

    private void moveOn(Imported table) {
        if (rows.moveOn(table.id(), table.version()) == 0) {
            throw new Problem(
                    412, "import.stale", "The table was changed in another window. Its newest state is loaded.");
        }
    }

    private Imported kept(Imported table) {
        AfterCommit.run(() -> atHand.put(table.id(), table));
        return table;
    }

    private Imported read(ImportRow row) {
        List<String> mapping = json.readValue(row.mapping, new TypeReference<List<String>>() {});
        Map<Long, List<String>> corrected = new HashMap<>();
        corrections
                .findByNameImportId(row.id)
                .forEach(one -> corrected.put(
                        one.name.line(), json.readValue(one.cells, new TypeReference<List<String>>() {})));
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
                json.readValue(row.rowsRead, new TypeReference<List<CsvTable.Row>>() {}).stream()
                        .map(read -> Optional.ofNullable(corrected.get(read.line()))
                                .map(cells -> new CsvTable.Row(read.line(), cells, false))
                                .orElse(read))
                        .toList(),
                row.problem);
    }
}

package wexa.server.imports;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;
import wexa.connect.csv.CsvTable;
import wexa.core.importing.Sheet;
import wexa.server.problems.Problem;
import wexa.server.testing.Cast;
import wexa.server.testing.Stage;

/** What stays at hand is what the rows say: a store that never read the table finds the same in them. */
@Tag("store")
class ImportStoreTest {
    private static final int ROWS = 50;

    @Test
    void correctedRowsAreReadAgainAsTheyWereCorrected() throws Exception {
        Stage stage = Cast.shared().stage;
        ImportStore store = stage.bean(ImportStore.class);
        TransactionTemplate transactions = stage.bean(TransactionTemplate.class);
        ImportStore fresh = new ImportStore(
                stage.bean(ImportStore.Rows.class),
                stage.bean(ImportStore.Corrections.class),
                stage.bean(JsonMapper.class));
        List<CsvTable.Row> rows = new ArrayList<>();
        for (int line = 0; line < ROWS; line++) {
            rows.add(new CsvTable.Row(line + 2L, List.of("person." + line, "group"), line % 7 == 0));
        }
        Imported table = store.add(
                new Imported(
                        UUID.randomUUID(),
                        0,
                        "A table",
                        Sheet.MEMBERSHIPS,
                        "tove",
                        List.of("member", "group"),
                        List.of(Optional.of("member"), Optional.of("group")),
                        rows,
                        ""),
                Instant.parse("2026-11-20T09:00:00Z"));
        Imported first = table;
        Random dice = new Random(3);
        for (int time = 0; time < ROWS; time++) {
            table = store.correct(table, dice.nextInt(ROWS), List.of("corrected." + time, "group-" + time));
            assertThat(store.get(table.id())).isEqualTo(table);
        }
        Imported known = table;
        Imported read = transactions.execute(status -> fresh.get(known.id()));
        assertThat(read).isEqualTo(known);
        assertThatThrownBy(() -> store.correct(first, 1, List.of("too", "late")))
                .isInstanceOf(Problem.class);
        assertThat(store.get(known.id())).isEqualTo(known);
    }
}

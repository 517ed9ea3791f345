package wexa.server.drafts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.intake.Entry;
import wexa.server.database.NewRows;
import wexa.server.log.Reason;
import wexa.server.problems.Problem;
import wexa.server.stored.StoredForms;
import wexa.server.testing.Cast;
import wexa.server.testing.Stage;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** What stays at hand of drafts is what the rows say, also where another process writes them, or where nothing was written. */
@Tag("store")
class DraftStoreTest {
    private final Stage stage = Cast.shared().stage;

    DraftStoreTest() throws Exception {}

    /** Over the same rows, as another process would have one. */
    private DraftStore another() {
        return new DraftStore(
                stage.bean(DraftStore.Rows.class),
                stage.bean(DraftStore.EntryRows.class),
                stage.bean(NewRows.class),
                stage.bean(StoredForms.class),
                stage.bean(Ids.class),
                stage.bean(BusinessClock.class));
    }

    private static Entry entry(UUID id, String text) {
        return new Entry(new Entry.Id(id), "person.add", Map.of("given", text));
    }

    @Test
    void editsComeToTheSameInMemoryAndInRows() throws Exception {
        TransactionTemplate transactions = stage.bean(TransactionTemplate.class);
        List<DraftStore> stores = List.of(stage.bean(DraftStore.class), another());
        Draft draft = stores.getFirst().create("A draft", "tove", 1);
        Map<UUID, Entry> wanted = new LinkedHashMap<>();
        Random dice = new Random(5);
        for (int time = 0; time < 200; time++) {
            List<UUID> known = new ArrayList<>(wanted.keySet());
            List<Entry> put = new ArrayList<>();
            List<UUID> taken = new ArrayList<>();
            for (int some = dice.nextInt(3); some >= 0; some--) {
                boolean isNew = known.isEmpty() || dice.nextInt(3) > 0;
                UUID id = isNew ? UUID.randomUUID() : known.get(dice.nextInt(known.size()));
                put.removeIf(other -> other.id().value().equals(id));
                put.add(entry(id, "written " + time));
            }
            if (!known.isEmpty() && dice.nextInt(2) == 0) {
                taken.add(known.get(dice.nextInt(known.size())));
            }
            put.removeIf(other -> taken.contains(other.id().value()));
            put.forEach(one -> wanted.put(one.id().value(), one));
            taken.forEach(wanted::remove);
            DraftStore writer = stores.get(dice.nextInt(2));
            Draft before = draft;
            draft = transactions.execute(status -> writer.edit(before.id(), before.version(), put, taken));
            if (dice.nextInt(5) == 0) {
                Draft edited = draft;
                draft = transactions.execute(status -> writer.explain(
                        edited.id(), edited.version(), new Reason("because " + edited.version(), "T-1")));
            }
            assertThat(draft.entries()).containsExactlyElementsOf(wanted.values());
        }
        Draft last = draft;
        for (DraftStore store : List.of(stores.get(0), stores.get(1), another())) {
            assertThat(read(store, transactions, last.id())).isEqualTo(last);
        }
    }

    private static Draft read(DraftStore store, TransactionTemplate transactions, UUID id) {
        transactions.setReadOnly(true);
        try {
            return transactions.execute(status -> store.get(id));
        } finally {
            transactions.setReadOnly(false);
        }
    }

    @Test
    void whatIsTakenBackIsNotAtHand() throws Exception {
        TransactionTemplate transactions = stage.bean(TransactionTemplate.class);
        DraftStore store = stage.bean(DraftStore.class);
        Draft draft = store.create("A draft", "tove", 1);
        UUID id = UUID.randomUUID();
        Draft written = store.edit(draft.id(), draft.version(), List.of(entry(id, "kept")), List.of());
        assertThatThrownBy(() -> transactions.executeWithoutResult(status -> {
                    store.edit(draft.id(), written.version(), List.of(entry(id, "lost")), List.of());
                    assertThat(store.get(draft.id()).entries()).containsExactly(entry(id, "lost"));
                    throw new IllegalStateException("the disk is full");
                }))
                .hasMessage("the disk is full");
        assertThat(store.get(draft.id())).isEqualTo(written);
        assertThatThrownBy(() -> store.edit(draft.id(), draft.version(), List.of(), List.of(id)))
                .isInstanceOf(Problem.class);
        assertThat(store.edit(draft.id(), written.version(), List.of(), List.of(id))
                        .entries())
                .isEmpty();
    }
}

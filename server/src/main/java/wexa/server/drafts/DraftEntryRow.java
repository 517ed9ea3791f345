package wexa.server.drafts;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** One entry of a draft, as typed. */
@Entity
@Table(name = "draft_entry")
class DraftEntryRow {
    @Id
    UUID id;

    UUID draftId;
    int place;
    String form;
    String fields;

    @Nullable
    String seen;

    @SuppressWarnings("NullAway.Init")
    protected DraftEntryRow() {}
}

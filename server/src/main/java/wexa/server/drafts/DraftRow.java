package wexa.server.drafts;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A draft. Its version counts what was typed; the base version is the model's when it was last looked at. */
@Entity
@Table(name = "draft")
class DraftRow {
    @Id
    UUID id;

    String name;
    String owner;
    /** Who else than the owner changed it last; empty if nobody did. */
    String editedBy;

    String state;
    String reason;
    String ticket;
    long baseVersion;
    long version;
    Instant createdAt;
    Instant changedAt;

    @SuppressWarnings("NullAway.Init")
    protected DraftRow() {}
}

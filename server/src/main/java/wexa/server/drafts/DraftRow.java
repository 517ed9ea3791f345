package wexa.server.drafts;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
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

    /** All who changed it and are not its owner. */
    @ElementCollection
    @CollectionTable(name = "draft_editor", joinColumns = @JoinColumn(name = "draft_id"))
    @Column(name = "login")
    Set<String> editors = new HashSet<>();

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

package wexa.server.approval;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What was asked and answered about one state of a draft. */
@Entity
@Table(name = "approval")
class ApprovalRow {
    @Id
    UUID id;

    UUID draftId;

    /** What the draft would do, as it was shown. */
    String digest;

    String askedBy;
    Instant askedAt;
    String askedNote;
    String state;

    @Nullable
    String answeredBy;

    @Nullable
    Instant answeredAt;

    String answerNote;

    /** The changeset that it led to. */
    @Nullable
    Long changeset;

    @SuppressWarnings("NullAway.Init")
    protected ApprovalRow() {}
}

package wexa.server.scheduled;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** When a draft is to be applied, by whom, and how it stood when that was said. */
@Entity
@Table(name = "scheduled_draft")
class ScheduledRow {
    @Id
    UUID draftId;

    long draftVersion;
    Instant due;
    String login;
    UUID requestId;
    /** What its entries say and what was found about them, as a hash. */
    String outline;

    @Nullable
    Instant failedAt;

    String detail;

    @SuppressWarnings("NullAway.Init")
    protected ScheduledRow() {}
}

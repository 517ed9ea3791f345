package wexa.server.readings;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A reading whose rows do not count: it is still going on, or it is over and its rows are to go. */
@Entity
@Table(name = "staged_reading")
class StagedRow {
    @Id
    UUID readingId;

    UUID tenantId;
    Instant beganAt;
    boolean ended;

    @SuppressWarnings("NullAway.Init")
    protected StagedRow() {}

    StagedRow(UUID readingId, UUID tenantId, Instant beganAt, boolean ended) {
        this.readingId = readingId;
        this.tenantId = tenantId;
        this.beganAt = beganAt;
        this.ended = ended;
    }
}

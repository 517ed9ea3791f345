package wexa.server.automatic;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A draft that holds changes nobody drafted, and why. The row stays when the draft is applied or discarded. */
@Entity
@Table(name = "held_change")
class HeldRow {
    @Id
    UUID draftId;

    String origin;
    String source;

    /** {@code CAUSE seen most} with semicolons between. */
    String reasons;

    Instant heldAt;

    @SuppressWarnings("NullAway.Init")
    protected HeldRow() {}
}

package wexa.server.readings;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** Which reading of a tenant counts. Locked by whoever changes what is known of the tenant. */
@Entity
@Table(name = "current_reading")
class CurrentRow {
    @Id
    UUID tenantId;

    UUID readingId;
    Instant beganAt;

    /** The number of the last look at a single object. */
    long looks;

    @SuppressWarnings("NullAway.Init")
    protected CurrentRow() {}
}

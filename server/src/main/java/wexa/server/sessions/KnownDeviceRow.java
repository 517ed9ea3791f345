package wexa.server.sessions;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A device on which an administrator signed in. */
@Entity
@Table(name = "known_device")
class KnownDeviceRow {
    @Id
    String hash;

    UUID administratorId;
    Instant lastUsedAt;

    @SuppressWarnings("NullAway.Init")
    protected KnownDeviceRow() {}

    KnownDeviceRow(String hash, UUID administratorId, Instant lastUsedAt) {
        this.hash = hash;
        this.administratorId = administratorId;
        this.lastUsedAt = lastUsedAt;
    }
}

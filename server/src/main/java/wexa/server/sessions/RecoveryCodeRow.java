package wexa.server.sessions;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What is kept of a code that stands in for the second factor once. */
@Entity
@Table(name = "recovery_code")
class RecoveryCodeRow {
    @Id
    String hash;

    UUID administratorId;

    @Nullable
    Instant usedAt;

    @SuppressWarnings("NullAway.Init")
    protected RecoveryCodeRow() {}

    RecoveryCodeRow(String hash, UUID administratorId) {
        this.hash = hash;
        this.administratorId = administratorId;
    }
}

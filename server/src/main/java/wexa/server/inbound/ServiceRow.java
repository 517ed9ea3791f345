package wexa.server.inbound;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** A service identity: a program with an owning administrator and a key, of which only the hash is kept. */
@Entity
@Table(name = "service_identity")
class ServiceRow {
    @Id
    UUID id;

    String name;
    String owner;
    String keyHash;
    Instant madeAt;
    Instant expiresAt;

    @Nullable
    Instant endedAt;

    /** When the key was last used, to the minute. */
    @Nullable
    Instant usedAt;

    @SuppressWarnings("NullAway.Init")
    protected ServiceRow() {}
}

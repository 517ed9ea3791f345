package wexa.server.readings;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * One object as a reading of a tenant, or a look at the object alone after it, showed it. An object that nobody linked is named
 * {@code stranger:TYPE:REMOTE-ID}. Without a body it was found gone: what began to be read before does not bring it back.
 */
@Entity
@Table(name = "observed_object")
class ObservedRow {
    @EmbeddedId
    Name name;

    String remoteId;

    @Nullable
    String body;

    Instant readAt;

    /** Tenant, reading and object. */
    record Name(UUID tenantId, UUID readingId, String object) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected ObservedRow() {}

    ObservedRow(Name name, String remoteId, @Nullable String body, Instant readAt) {
        this.name = name;
        this.remoteId = remoteId;
        this.body = body;
        this.readAt = readAt;
    }
}

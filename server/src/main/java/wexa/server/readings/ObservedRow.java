package wexa.server.readings;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;

/** One object as it was last read from a tenant. An object that nobody linked is named {@code stranger:TYPE:REMOTE-ID}. */
@Entity
@Table(name = "observed")
class ObservedRow {
    @EmbeddedId
    Name name;

    String remoteId;
    String body;
    Instant readAt;

    /** Tenant and object. */
    record Name(UUID tenantId, String object) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected ObservedRow() {}

    ObservedRow(Name name, String remoteId, String body, Instant readAt) {
        this.name = name;
        this.remoteId = remoteId;
        this.body = body;
        this.readAt = readAt;
    }
}

package wexa.server.readings;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;

/** Which object of a tenant is which of ours. */
@Entity
@Table(name = "remote_link")
class RemoteLinkRow {
    @EmbeddedId
    Name name;

    String remoteId;
    Instant linkedAt;

    /** Tenant and object. */
    record Name(UUID tenantId, String object) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected RemoteLinkRow() {}

    RemoteLinkRow(Name name, String remoteId, Instant linkedAt) {
        this.name = name;
        this.remoteId = remoteId;
        this.linkedAt = linkedAt;
    }
}

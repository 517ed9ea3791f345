package wexa.server.readings;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.UUID;

/** An object that was looked at by itself after its tenant had been read. */
@Entity
@Table(name = "observed_look")
class LookRow {
    @EmbeddedId
    Name name;

    String object;

    /** Tenant, reading, and the look's number in the tenant. */
    record Name(UUID tenantId, UUID readingId, long number) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected LookRow() {}

    LookRow(Name name, String object) {
        this.name = name;
        this.object = object;
    }
}

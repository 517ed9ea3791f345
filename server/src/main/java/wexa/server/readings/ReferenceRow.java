package wexa.server.readings;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.UUID;

/** By what an object is found: an account or a group of ours that it names, or that it is an object of a type that nobody linked. */
@Entity
@Table(name = "observed_reference")
class ReferenceRow {
    @EmbeddedId
    Name name;

    /** Tenant, reading, what is named, and what names it. */
    record Name(UUID tenantId, UUID readingId, String target, String object) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected ReferenceRow() {}

    ReferenceRow(Name name) {
        this.name = name;
    }
}

package wexa.server.tenants;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** An object that differs, and the reading that showed it first. */
@Entity
@Table(name = "difference_since")
class DifferenceSinceRow {
    /** An object of a tenant. */
    @Embeddable
    record Place(UUID tenant, String object) {}

    @EmbeddedId
    Place place;

    Instant since;

    @SuppressWarnings("NullAway.Init")
    protected DifferenceSinceRow() {}

    DifferenceSinceRow(Place place, Instant since) {
        this.place = place;
        this.since = since;
    }
}

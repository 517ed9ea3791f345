package wexa.server.clock;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** The instant up to which the passing of time was carried to the tenants. */
@Entity
@Table(name = "clock_tick")
class TickRow {
    static final int ONLY = 1;

    @Id
    int id;

    Instant at;

    @SuppressWarnings("NullAway.Init")
    protected TickRow() {}
}

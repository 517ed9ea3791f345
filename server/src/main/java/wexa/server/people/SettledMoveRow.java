package wexa.server.people;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.UUID;

/** A job change that was brought, and that somebody looked at. */
@Entity
@Table(name = "settled_move")
class SettledMoveRow {
    @Id
    UUID engagement;

    /** The changeset up to which it was looked at. */
    long version;

    @SuppressWarnings("NullAway.Init")
    protected SettledMoveRow() {}

    SettledMoveRow(UUID engagement, long version) {
        this.engagement = engagement;
        this.version = version;
    }
}

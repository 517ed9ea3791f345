package wexa.server.views;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A filter with a name. */
@Entity
@Table(name = "saved_view")
class SavedViewRow {
    @Id
    UUID id;

    String owner;
    String name;
    String place;
    String filter;
    boolean isShared;
    Instant madeAt;

    @SuppressWarnings("NullAway.Init")
    protected SavedViewRow() {}
}

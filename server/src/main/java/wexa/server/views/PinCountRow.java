package wexa.server.views;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.LocalDate;
import java.util.UUID;

/** How many a pinned view found on a day. */
@Entity
@Table(name = "pin_count")
class PinCountRow {
    @EmbeddedId
    Key id;

    int total;

    @Embeddable
    record Key(
            @Column(name = "pin_id") UUID pin,
            @Column(name = "counted_on") LocalDate day) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected PinCountRow() {}
}

package wexa.server.reports;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.math.BigDecimal;
import java.util.UUID;

/** What one seat costs a month. */
@Entity
@Table(name = "seat_price")
class SeatPriceRow {
    @EmbeddedId
    Key id;

    BigDecimal amount;

    @Embeddable
    record Key(
            @Column(name = "tenant_id") UUID tenant,
            @Column(name = "kind") String kind) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected SeatPriceRow() {}
}

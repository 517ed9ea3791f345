package wexa.server.messages;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** That an end was told of with so many days left. */
@Entity
@Table(name = "told_ending")
class ToldEndingRow {
    /** What ends, when, and with how many days left it was told of. */
    @Embeddable
    record Name(UUID fact, Instant untilAt, int days) {}

    @EmbeddedId
    Name name;

    Instant toldAt;

    @SuppressWarnings("NullAway.Init")
    protected ToldEndingRow() {}

    ToldEndingRow(Name name, Instant toldAt) {
        this.name = name;
        this.toldAt = toldAt;
    }
}

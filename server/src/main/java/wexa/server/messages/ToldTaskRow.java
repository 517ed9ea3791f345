package wexa.server.messages;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** That somebody was told of work that is theirs. */
@Entity
@Table(name = "told_task")
class ToldTaskRow {
    /** A step that is done by hand, and whose it is. */
    @Embeddable
    record Name(UUID step, UUID person) {}

    @EmbeddedId
    Name name;

    Instant toldAt;

    @SuppressWarnings("NullAway.Init")
    protected ToldTaskRow() {}

    ToldTaskRow(Name name, Instant toldAt) {
        this.name = name;
        this.toldAt = toldAt;
    }
}

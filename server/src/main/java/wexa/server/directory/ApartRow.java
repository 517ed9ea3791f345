package wexa.server.directory;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;

/** An entry and a person who look alike and are two. */
@Entity
@Table(name = "kept_apart")
class ApartRow {
    @EmbeddedId
    Name name;

    String saidBy;
    Instant saidAt;

    /** Directory, entry and person. */
    record Name(String directory, String userId, UUID personId) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected ApartRow() {}

    ApartRow(Name name, String saidBy, Instant saidAt) {
        this.name = name;
        this.saidBy = saidBy;
        this.saidAt = saidAt;
    }
}

package wexa.server.directory;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A directory entry as it was last read. */
@Entity
@Table(name = "directory_entry")
class EntryRow {
    @EmbeddedId
    Name name;

    String body;

    @Nullable
    Instant createdAt;

    /** Directory, and what the entry is known by for good. */
    record Name(String directory, String entryId) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected EntryRow() {}

    EntryRow(Name name, String body, @Nullable Instant createdAt) {
        this.name = name;
        this.body = body;
        this.createdAt = createdAt;
    }
}

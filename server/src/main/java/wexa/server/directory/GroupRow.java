package wexa.server.directory;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;

/** A directory's group as it was last read. */
@Entity
@Table(name = "directory_group")
class GroupRow {
    @EmbeddedId
    Name name;

    String body;

    /** Directory, and what the group is known by for good. */
    record Name(String directory, String entryId) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected GroupRow() {}

    GroupRow(Name name, String body) {
        this.name = name;
        this.body = body;
    }
}

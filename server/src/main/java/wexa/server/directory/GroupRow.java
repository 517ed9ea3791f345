package wexa.server.directory;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;

/** A directory's group as it was last read. */
@Entity
@Table(name = "directory_group")
class GroupRow {
    static final int LONGEST_NAME = 400;

    @EmbeddedId
    Name name;

    String body;

    /** Directory and name of the group in it. */
    record Name(String directory, String name) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected GroupRow() {}

    GroupRow(Name name, String body) {
        this.name = name;
        this.body = body;
    }
}

package wexa.server.directory;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** The last whole reading of a directory, and the last try. */
@Entity
@Table(name = "directory_reading")
class DirectoryReadingRow {
    @Id
    String directory;

    String state;
    String detail;
    Instant triedAt;

    @Nullable
    Instant doneAt;

    int entries;
    boolean hasGroups;

    /** A digest of what was offered last. */
    @Nullable
    String offered;

    @SuppressWarnings("NullAway.Init")
    protected DirectoryReadingRow() {}
}

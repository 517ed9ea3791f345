package wexa.server.imports;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

/** A table as it was read, with the field that each of its columns fills. */
@Entity
@Table(name = "import_table")
class ImportRow {
    @Id
    UUID id;

    String name;
    String sheet;
    String owner;
    Instant createdAt;

    @Version
    long version;

    String header;
    String mapping;
    String rowsRead;
    String problem;

    @SuppressWarnings("NullAway.Init")
    protected ImportRow() {}
}

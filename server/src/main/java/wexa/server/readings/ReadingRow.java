package wexa.server.readings;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** The last whole reading of a tenant, and the last try. */
@Entity
@Table(name = "reading")
class ReadingRow {
    @Id
    UUID tenantId;

    String state;
    String detail;
    Instant triedAt;

    @Nullable
    Instant doneAt;

    int objects;

    @SuppressWarnings("NullAway.Init")
    protected ReadingRow() {}
}

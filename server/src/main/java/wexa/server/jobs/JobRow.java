package wexa.server.jobs;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** The carrying of one changeset. */
@Entity
@Table(name = "job")
class JobRow {
    @Id
    UUID id;

    long number;
    long changesetVersion;
    String name;
    Instant createdAt;

    @SuppressWarnings("NullAway.Init")
    protected JobRow() {}
}

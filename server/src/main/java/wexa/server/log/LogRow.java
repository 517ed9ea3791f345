package wexa.server.log;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** One line of the log: append-only, numbered without gaps. */
@Entity
@Table(name = "log_entry")
class LogRow {
    @Id
    long number;

    Instant at;
    String actor;
    String sentence;
    long changesetVersion;
    String reason;
    String ticket;

    @SuppressWarnings("NullAway.Init")
    protected LogRow() {}
}

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

    /** In hex; goes with the text when that has to go. */
    String salt;

    @SuppressWarnings("NullAway.Init")
    protected LogRow() {}

    /** What the chain binds of it. */
    Link.Text text() {
        return new Link.Text(number, at, actor, changesetVersion, sentence, reason, ticket);
    }
}

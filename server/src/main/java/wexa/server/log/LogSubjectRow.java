package wexa.server.log;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.UUID;

/** Which facts a line of the log is about, so that a person's history is found by an index. */
@Entity
@Table(name = "log_subject")
class LogSubjectRow {
    @EmbeddedId
    Name name;

    /** A fact and a line. */
    record Name(UUID factId, long number) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected LogSubjectRow() {}

    LogSubjectRow(Name name) {
        this.name = name;
    }
}

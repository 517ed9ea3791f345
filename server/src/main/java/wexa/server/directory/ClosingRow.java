package wexa.server.directory;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What became of disabling somebody's entry in a directory. */
@Entity
@Table(name = "directory_closing")
class ClosingRow {
    @EmbeddedId
    Name name;

    UUID person;

    @Enumerated(EnumType.STRING)
    State state;

    /** Whether Wexa disabled it, so that Wexa may enable it again. */
    boolean isOurs;

    /** The attribute's value before. */
    @Nullable
    String previous;

    Instant at;
    String byLogin;

    /** What the directory said; empty where it said yes. */
    String answer;

    enum State {
        /** To be tried again: the directory could not be reached. */
        WAITING,
        /** The directory said yes, and no reading has shown it. */
        SENT,
        REFUSED,
        /** A reading showed it. */
        CONFIRMED,
        /** Somebody said that they did it. */
        BY_HAND,
        /** It was disabled, and a later reading shows it enabled. */
        REAPPEARED,
        /** The person is back, and the directory refused to enable it. */
        NOT_ENABLED
    }

    /** Directory, and what the entry is known by for good. */
    record Name(String directory, String entryId) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected ClosingRow() {}

    @SuppressWarnings("NullAway.Init")
    ClosingRow(Name name, UUID person) {
        this.name = name;
        this.person = person;
    }
}

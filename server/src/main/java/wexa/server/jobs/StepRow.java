package wexa.server.jobs;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** One step of a job: the record of what is to be done, was sent, and came of it. */
@Entity
@Table(name = "step")
class StepRow {
    @Id
    UUID id;

    UUID jobId;
    UUID tenantId;
    int place;
    String kind;
    String subject;
    String body;
    /** In the form of {@link Needs}. A question waits until nothing is on its way to these any more. */
    String needs;

    /** The key of the object that it is about. */
    String object;

    /** Steps of one phase may be on their way at once. */
    int phase;

    /** Whether the object comes into being, for Wexa, by this step. */
    boolean makes;

    /** Whether it takes access away from somebody who should have none: it goes before others. */
    boolean urgent;

    /** Why it is not tried again: its job was stopped while it was on its way. Empty if it was not. */
    String stopped;

    /** Whether a late request may have changed the object since it was sent. */
    boolean doubted;

    String state;
    int attempts;
    Instant dueAt;

    @Nullable
    Instant sentAt;

    @Nullable
    Instant finishedAt;

    String detail;

    /** Whose task it is, where somebody does it by hand and it was given to somebody else than is usual in the tenant. */
    @Nullable
    UUID assignee;

    /** The login of whoever said that it was done by hand. */
    @Nullable
    String confirmedBy;

    /** What kind of request it makes: a change, or the question whether all is as it should be. */
    enum Kind {
        CARRY,
        /** An account that is there already becomes one of ours; the body is our key and the tenant's id. */
        LINK,
        ASK
    }

    /** Where it is. {@code SENT} is written before sending; found so after a crash, its outcome is unknown. */
    enum State {
        WAITING,
        /** A task for somebody, in a tenant that has no interface. */
        BY_HAND,
        SENT,
        UNKNOWN,
        DONE,
        /** Carried out, and the tenant shows or answers something else. */
        DIFFERS,
        REFUSED,
        SKIPPED,
        /** A later changeset is about the same, and its step carries it. */
        SUPERSEDED;

        boolean isOpen() {
            return this == WAITING || this == BY_HAND || this == SENT || this == UNKNOWN;
        }
    }

    @SuppressWarnings("NullAway.Init")
    protected StepRow() {}

    State state() {
        return State.valueOf(state);
    }
}

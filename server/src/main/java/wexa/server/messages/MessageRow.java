package wexa.server.messages;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** One message to one person. */
@Entity
@Table(name = "message")
class MessageRow {
    @Id
    UUID id;

    UUID personId;
    String occasion;

    /** Ids of the accounts that were opened, with commas between. */
    String accounts;

    /** Whether somebody has to say that it goes. */
    boolean byHand;

    String state;
    String detail;
    Instant madeAt;
    Instant dueAt;
    int attempts;

    @Nullable
    Instant sentAt;

    @Nullable
    String address;

    @Nullable
    String subject;

    @Nullable
    String body;

    @SuppressWarnings("NullAway.Init")
    protected MessageRow() {}
}

package wexa.server.signals;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.connect.signals.SecurityEvent;

/** A security event, and what its receiver said. */
@Entity
@Table(name = "session_notice")
class NoticeRow {
    @Id
    UUID id;

    UUID tenantId;
    UUID account;

    /** The step that closes the account. */
    UUID step;

    @Enumerated(EnumType.STRING)
    SecurityEvent.Kind kind;

    @Enumerated(EnumType.STRING)
    State state;

    /** By the business clock. */
    Instant happenedAt;

    /** By the machine's clock. */
    Instant dueAt;

    int attempts;

    @Nullable
    Instant answeredAt;

    String answer;

    enum State {
        WAITING,
        /** The receiver accepted it; whether it ended a session, nobody is told. */
        NOTIFIED,
        REFUSED
    }

    @SuppressWarnings("NullAway.Init")
    protected NoticeRow() {}

    @SuppressWarnings("NullAway.Init")
    NoticeRow(UUID id, UUID tenantId, UUID account, UUID step, SecurityEvent.Kind kind) {
        this.id = id;
        this.tenantId = tenantId;
        this.account = account;
        this.step = step;
        this.kind = kind;
        this.state = State.WAITING;
        this.answer = "";
    }
}

package wexa.server.signals;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A tenant that takes security events. */
@Entity
@Table(name = "event_receiver")
class ReceiverRow {
    @Id
    UUID tenantId;

    String url;
    String audience;

    /** Nothing is told that was before. */
    Instant since;

    @SuppressWarnings("NullAway.Init")
    protected ReceiverRow() {}

    ReceiverRow(UUID tenantId, String url, String audience, Instant since) {
        this.tenantId = tenantId;
        this.url = url;
        this.audience = audience;
        this.since = since;
    }
}

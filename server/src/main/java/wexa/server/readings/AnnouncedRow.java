package wexa.server.readings;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What a tenant last said can be done in it; without a body it never said. */
@Entity
@Table(name = "announced_catalogue")
class AnnouncedRow {
    @Id
    UUID tenantId;

    @Column(columnDefinition = "text")
    @Nullable
    String body;

    @Nullable
    Instant readAt;

    String detail;
    Instant triedAt;

    @SuppressWarnings("NullAway.Init")
    protected AnnouncedRow() {}

    AnnouncedRow(UUID tenantId) {
        this.tenantId = tenantId;
        this.detail = "";
        this.triedAt = Instant.EPOCH;
    }
}

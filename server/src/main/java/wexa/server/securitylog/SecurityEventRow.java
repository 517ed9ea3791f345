package wexa.server.securitylog;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** One event at a door. */
@Entity
@Table(name = "security_event")
class SecurityEventRow {
    @Id
    UUID id;

    Instant at;
    String kind;
    String login;
    String address;
    String detail;

    @SuppressWarnings("NullAway.Init")
    protected SecurityEventRow() {}

    SecurityEventRow(UUID id, Instant at, String kind, String login, String address, String detail) {
        this.id = id;
        this.at = at;
        this.kind = kind;
        this.login = login;
        this.address = address;
        this.detail = detail;
    }
}

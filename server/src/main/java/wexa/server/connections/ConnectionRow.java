package wexa.server.connections;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.UUID;

/** Where a tenant is reached, and its token as ciphertext. */
@Entity
@Table(name = "tenant_connection")
class ConnectionRow {
    @Id
    UUID tenantId;

    String url;
    byte[] token;

    @SuppressWarnings("NullAway.Init")
    protected ConnectionRow() {}
}

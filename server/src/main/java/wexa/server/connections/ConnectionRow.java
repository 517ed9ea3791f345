package wexa.server.connections;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Where a tenant is reached, and its token as ciphertext. */
@Entity
@Table(name = "tenant_connection")
class ConnectionRow {
    @Id
    UUID tenantId;

    String url;
    byte[] token;

    /** Whom is believed, in PEM; empty for whom the machine trusts. */
    String certificates;

    /** Where people sign in, if it is known. */
    @Nullable
    String door;

    @SuppressWarnings("NullAway.Init")
    protected ConnectionRow() {}
}

package wexa.server.connections;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** How the work in a tenant without an interface is done. */
@Entity
@Table(name = "manual_tenant")
class ManualRow {
    @Id
    UUID tenantId;

    @Nullable
    UUID assignee;

    String instructions;
    int hours;

    @SuppressWarnings("NullAway.Init")
    protected ManualRow() {}
}

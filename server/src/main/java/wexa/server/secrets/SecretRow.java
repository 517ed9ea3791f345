package wexa.server.secrets;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** A secret that several people know, without the secret itself. */
@Entity
@Table(name = "shared_secret")
class SecretRow {
    @Id
    UUID id;

    String name;

    /** Where it is used, in words; empty where the tenant says it. */
    String place;

    @Nullable
    UUID tenantId;

    /** Who sees to it that it is changed. */
    UUID owner;

    Instant changedAt;

    @Version
    long version;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "shared_secret_knower", joinColumns = @JoinColumn(name = "secret_id"))
    @Column(name = "person")
    Set<UUID> knowers = new HashSet<>();

    @SuppressWarnings("NullAway.Init")
    protected SecretRow() {}

    @SuppressWarnings("NullAway.Init")
    SecretRow(UUID id) {
        this.id = id;
    }
}

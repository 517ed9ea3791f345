package wexa.server.messages;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** A link for choosing a password, of which only the hash of the token is kept. */
@Entity
@Table(name = "activation")
class ActivationRow {
    @Id
    UUID id;

    UUID messageId;
    UUID personId;
    String tokenHash;
    String accounts;
    String done;
    Instant madeAt;
    Instant expiresAt;

    @Nullable
    Instant endedAt;

    /** Since when somebody is using it. */
    @Nullable
    Instant claimedAt;

    @SuppressWarnings("NullAway.Init")
    protected ActivationRow() {}
}

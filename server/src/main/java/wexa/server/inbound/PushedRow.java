package wexa.server.inbound;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** A user as a program pushed it. The version is that of its entity tag. */
@Entity
@Table(name = "pushed_user")
class PushedRow {
    @Id
    UUID id;

    UUID serviceId;
    String userName;

    @Nullable
    String externalId;

    String body;

    @Version
    long version;

    String state;

    @Nullable
    UUID personId;

    /** Whether the person is this user beyond doubt: made or changed by a push that was applied. */
    boolean linked;

    @Nullable
    UUID draftId;

    Instant madeAt;
    Instant changedAt;

    @SuppressWarnings("NullAway.Init")
    protected PushedRow() {}
}

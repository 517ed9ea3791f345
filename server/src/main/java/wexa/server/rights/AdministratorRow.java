package wexa.server.rights;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** An administrator. The password is an Argon2id hash; acts are names with commas between. */
@Entity
@Table(name = "administrator")
class AdministratorRow {
    @Id
    UUID id;

    String login;
    String name;
    String password;
    String acts;

    /** Who of the people it is, where that is known. */
    @Nullable
    UUID personId;

    /** Ids of the tenants in which something may be changed, with commas between; null is all. */
    @Nullable
    String tenants;

    /** Ids of the units for whose people something may be changed, with commas between; null is all. */
    @Nullable
    String units;

    /** Whether only what lies in their scope is seen, and nothing changed. */
    boolean seesScopeOnly;

    /** Somebody else chose the password: it is changed before anything else. */
    boolean mustChange;

    boolean hasSecondFactor;

    @Nullable
    Instant madeAt;

    /** From then on nobody signs in as this administrator; the row stays, because the log names it. */
    @Nullable
    Instant endedAt;

    @SuppressWarnings("NullAway.Init")
    protected AdministratorRow() {}
}

package wexa.server.sessions;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.UUID;

/** The secret that an administrator's authenticator shares with Wexa, as ciphertext. */
@Entity
@Table(name = "second_factor")
class SecondFactorRow {
    @Id
    UUID administratorId;

    byte[] secret;
    boolean isConfirmed;
    long lastStep;

    @SuppressWarnings("NullAway.Init")
    protected SecondFactorRow() {}
}

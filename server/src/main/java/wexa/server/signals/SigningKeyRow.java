package wexa.server.signals;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A key with which events are signed, as ciphertext. */
@Entity
@Table(name = "event_signing_key")
class SigningKeyRow {
    @Id
    UUID id;

    byte[] jwk;
    Instant madeAt;

    @SuppressWarnings("NullAway.Init")
    protected SigningKeyRow() {}

    SigningKeyRow(UUID id, byte[] jwk, Instant madeAt) {
        this.id = id;
        this.jwk = jwk;
        this.madeAt = madeAt;
    }
}

package wexa.server.readings;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;

/** What a tenant answered when asked about one account: the question is {@code permission@area}. */
@Entity
@Table(name = "proof")
class ProofRow {
    @EmbeddedId
    Name name;

    boolean permitted;
    String reason;
    Instant askedAt;

    /** Account and question. */
    record Name(UUID accountId, String question) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected ProofRow() {}

    ProofRow(Name name, boolean permitted, String reason, Instant askedAt) {
        this.name = name;
        this.permitted = permitted;
        this.reason = reason;
        this.askedAt = askedAt;
    }
}

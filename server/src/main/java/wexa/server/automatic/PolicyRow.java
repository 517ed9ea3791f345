package wexa.server.automatic;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** The policy of one origin. */
@Entity
@Table(name = "standing_policy")
class PolicyRow {
    @Id
    String origin;

    String mode;
    int mostPeople;
    int mostPercent;

    /** The login of the administrator who answers for it. */
    String owner;

    Instant changedAt;

    @SuppressWarnings("NullAway.Init")
    protected PolicyRow() {}
}

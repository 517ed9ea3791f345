package wexa.server.approval;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** Which drafts need a second person. */
@Entity
@Table(name = "approval_policy")
class ApprovalPolicyRow {
    static final int ONLY = 1;

    @Id
    int id;

    boolean forPrivileged;
    boolean forConflicts;
    int mostPeople;

    /** The login of the administrator who answers for it. */
    String owner;

    Instant changedAt;

    @SuppressWarnings("NullAway.Init")
    protected ApprovalPolicyRow() {}
}

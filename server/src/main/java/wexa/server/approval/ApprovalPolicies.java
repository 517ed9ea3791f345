package wexa.server.approval;

import java.time.Instant;
import java.util.Optional;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.governance.ApprovalPolicy;

/** The policy for second persons in its row; without one the usual one counts. */
@Component
public class ApprovalPolicies {
    private final Rows rows;

    /** The row of the policy. */
    interface Rows extends Repository<ApprovalPolicyRow, Integer> {
        Optional<ApprovalPolicyRow> findById(int id);

        void save(ApprovalPolicyRow row);
    }

    /** The policy, and who answers for it and since when, where somebody does. */
    record Owned(ApprovalPolicy policy, Optional<String> owner, Optional<Instant> changedAt) {}

    ApprovalPolicies(Rows rows) {
        this.rows = rows;
    }

    public ApprovalPolicy current() {
        return owned().policy();
    }

    @Transactional(readOnly = true)
    Owned owned() {
        return rows.findById(ApprovalPolicyRow.ONLY)
                .map(row -> new Owned(
                        new ApprovalPolicy(row.forPrivileged, row.forConflicts, row.mostPeople),
                        Optional.of(row.owner),
                        Optional.of(row.changedAt)))
                .orElseGet(() -> new Owned(ApprovalPolicy.USUAL, Optional.empty(), Optional.empty()));
    }

    @Transactional
    void set(ApprovalPolicy policy, String owner, Instant at) {
        ApprovalPolicyRow row = rows.findById(ApprovalPolicyRow.ONLY).orElseGet(ApprovalPolicyRow::new);
        row.id = ApprovalPolicyRow.ONLY;
        row.forPrivileged = policy.forPrivileged();
        row.forConflicts = policy.forConflicts();
        row.mostPeople = policy.mostPeople();
        row.owner = owner;
        row.changedAt = at;
        rows.save(row);
    }
}

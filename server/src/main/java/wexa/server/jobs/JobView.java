package wexa.server.jobs;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/**
 * A job with where it stands in numbers, how often something was sent for it, and its steps by tenant.
 *
 * @param byHand how many of those that wait are tasks for somebody
 */
public record JobView(
        UUID id,
        long number,
        long changeset,
        String name,
        Instant createdAt,
        String state,
        int done,
        int differs,
        int open,
        int waiting,
        int byHand,
        int refused,
        int skipped,
        int superseded,
        int total,
        long tries,
        List<TenantSteps> tenants) {
    /** What a job does in one tenant: all steps counted, {@code more} of them not shown. */
    public record TenantSteps(
            UUID id,
            String name,
            int colour,
            boolean feltAtSignIn,
            int total,
            int done,
            int more,
            List<StepView> steps) {}
}

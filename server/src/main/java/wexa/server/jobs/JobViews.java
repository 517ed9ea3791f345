package wexa.server.jobs;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import wexa.core.model.Capability;
import wexa.core.model.Id;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.server.snapshot.SnapshotStore;

/**
 * Lays jobs out. However long a job is, a page of it shows at most {@value #SHOWN_OF_A_TENANT} steps of a tenant: all
 * in their order where they fit, else those that want a hand first, and the rest is counted.
 */
@Component
class JobViews {
    static final int SHOWN_OF_A_TENANT = 100;

    private final StepRows steps;
    private final SnapshotStore snapshots;

    JobViews(StepRows steps, SnapshotStore snapshots) {
        this.steps = steps;
        this.snapshots = snapshots;
    }

    JobView view(JobRow job) {
        Model model = snapshots.current().model();
        Map<UUID, Map<StepRow.State, Integer>> counts = new LinkedHashMap<>();
        List<StepRows.TenantCount> counted = steps.countByTenant(job.id);
        counted.forEach(one -> counts.computeIfAbsent(one.tenantId(), any -> new EnumMap<>(StepRow.State.class))
                .put(StepRow.State.valueOf(one.state()), (int) one.steps()));
        BitSet stuck = stuck(job.id, counts);
        List<JobView.TenantSteps> tenants = new ArrayList<>();
        Map<StepRow.State, Integer> all = new EnumMap<>(StepRow.State.class);
        counts.forEach((tenant, theirs) -> {
            theirs.forEach((state, count) -> all.merge(state, count, Integer::sum));
            int total = theirs.values().stream().mapToInt(Integer::intValue).sum();
            List<StepRow> rows = total <= SHOWN_OF_A_TENANT
                    ? steps.findByJobIdAndTenantIdOrderByPlace(job.id, tenant)
                    : steps.mostUrgent(job.id, tenant, Limit.of(SHOWN_OF_A_TENANT));
            List<StepView> shown =
                    rows.stream().map(step -> view(step, stuck, model)).toList();
            Optional<Tenant> known = model.tenants().find(Id.of(tenant));
            tenants.add(new JobView.TenantSteps(
                    tenant,
                    known.map(model::title).orElse(""),
                    known.map(Tenant::colour).orElse(0),
                    known.filter(one -> one.can(Capability.LIVE_RIGHTS)).isEmpty(),
                    total,
                    theirs.getOrDefault(StepRow.State.DONE, 0),
                    total - shown.size(),
                    shown));
        });
        JobLine line = JobLine.of(job, all);
        return new JobView(
                job.id,
                job.number,
                job.changesetVersion,
                job.name,
                job.createdAt,
                line.state(),
                line.done(),
                line.open(),
                all.getOrDefault(StepRow.State.WAITING, 0),
                line.refused(),
                line.skipped(),
                line.total(),
                counted.stream().mapToLong(StepRows.TenantCount::tries).sum(),
                tenants);
    }

    /** Places of refused steps, and of open ones that need them, directly or further back. Nothing is read if none is refused. */
    private BitSet stuck(UUID job, Map<UUID, Map<StepRow.State, Integer>> counts) {
        boolean anyRefused = counts.values().stream().anyMatch(theirs -> theirs.containsKey(StepRow.State.REFUSED));
        BitSet stuck = new BitSet();
        if (anyRefused) {
            // needs stand before those who need
            for (StepRows.Standing step : steps.unfinished(job)) {
                if (step.state().equals(StepRow.State.REFUSED.name())
                        || Needs.of(step.needs()).includesAny(stuck)) {
                    stuck.set(step.place());
                }
            }
        }
        return stuck;
    }

    StepView view(StepRow step, BitSet stuck, Model model) {
        Optional<Tenant> tenant = model.tenants().find(Id.of(step.tenantId));
        return new StepView(
                step.id,
                step.tenantId,
                tenant.map(model::title).orElse(""),
                tenant.map(Tenant::colour).orElse(0),
                step.subject,
                step.state,
                step.state().isOpen() && stuck.get(step.place),
                step.attempts,
                step.state().isOpen() ? step.dueAt : null,
                step.finishedAt,
                step.detail);
    }
}

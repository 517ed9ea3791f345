package wexa.server.jobs;

import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import wexa.core.model.Capability;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.stored.StoredForms;

/**
 * Lays jobs out. However long a job is, a page of it shows at most {@value #SHOWN_OF_A_TENANT} steps of a tenant: all
 * in their order where they fit, else those that need attention first, and the rest is counted.
 */
@Component
class JobViews {
    static final int SHOWN_OF_A_TENANT = 100;

    private final StepRows steps;
    private final StoredForms forms;
    private final SnapshotStore snapshots;

    JobViews(StepRows steps, StoredForms forms, SnapshotStore snapshots) {
        this.steps = steps;
        this.forms = forms;
        this.snapshots = snapshots;
    }

    JobView view(JobRow job) {
        Model model = snapshots.current().model();
        Map<UUID, Map<StepRow.State, Integer>> counts = new LinkedHashMap<>();
        List<StepRows.TenantCount> counted = steps.countByTenant(job.id);
        counted.forEach(one -> counts.computeIfAbsent(one.tenantId(), any -> new EnumMap<>(StepRow.State.class))
                .put(StepRow.State.valueOf(one.state()), (int) one.steps()));
        Set<UUID> stuck = stuck(job.id, counts.keySet());
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
                line.differs(),
                line.open(),
                all.getOrDefault(StepRow.State.WAITING, 0) + all.getOrDefault(StepRow.State.BY_HAND, 0),
                all.getOrDefault(StepRow.State.BY_HAND, 0),
                line.refused(),
                line.skipped(),
                line.superseded(),
                line.total(),
                counted.stream().mapToLong(StepRows.TenantCount::tries).sum(),
                tenants);
    }

    /**
     * Refused steps, and open ones that wait for what was refused, in this job or another, directly or further back. Nothing
     * is read of tenants that refused nothing.
     */
    private Set<UUID> stuck(UUID job, Set<UUID> tenants) {
        Map<UUID, Set<String>> missing = new HashMap<>();
        tenants.forEach(tenant -> {
            Set<String> refused = steps.refusedObjects(tenant);
            if (!refused.isEmpty()) {
                missing.put(tenant, new HashSet<>(refused));
            }
        });
        Set<UUID> stuck = new HashSet<>();
        if (missing.isEmpty()) {
            return stuck;
        }
        // what makes something stands before those who need it
        for (StepRows.Standing step : steps.unfinished(job)) {
            Set<String> here = missing.getOrDefault(step.tenantId(), Set.of());
            boolean isRefused = step.state().equals(StepRow.State.REFUSED.name());
            if (isRefused || needed(step).stream().anyMatch(here::contains)) {
                stuck.add(step.id());
                if (step.makes() && !here.isEmpty()) {
                    here.add(step.object());
                }
            }
        }
        return stuck;
    }

    private Collection<String> needed(StepRows.Standing step) {
        if (step.kind().equals(StepRow.Kind.ASK.name())) {
            return List.of(step.object());
        }
        return Needs.areInBody(step.needs())
                ? forms.readStep(steps.body(step.id())).named()
                : Needs.keys(step.needs());
    }

    StepView view(StepRow step, Set<UUID> stuck, Model model) {
        Optional<Tenant> tenant = model.tenants().find(Id.of(step.tenantId));
        return new StepView(
                step.id,
                step.tenantId,
                tenant.map(model::title).orElse(""),
                tenant.map(Tenant::colour).orElse(0),
                step.subject,
                step.state,
                step.state().isOpen() && stuck.contains(step.id),
                step.attempts,
                step.state().isOpen() ? step.dueAt : null,
                step.finishedAt,
                step.detail);
    }
}

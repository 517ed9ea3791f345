package wexa.server.jobs;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.model.Id;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.administrators.UseCases;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Looking at jobs; trying steps again, passing them by with a reason, stopping what waits. */
@UseCases
public class JobService {
    private final JobRows jobs;
    private final StepRows steps;
    private final StepStore store;
    private final SnapshotStore snapshots;
    private final Lanes.Waker waker;
    private final JobEvents events;
    private final Notes notes;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;

    JobService(
            JobRows jobs,
            StepRows steps,
            StepStore store,
            SnapshotStore snapshots,
            Lanes.Waker waker,
            JobEvents events,
            Notes notes,
            BusinessClock clock,
            TransactionTemplate transactions) {
        this.jobs = jobs;
        this.steps = steps;
        this.store = store;
        this.snapshots = snapshots;
        this.waker = waker;
        this.events = events;
        this.notes = notes;
        this.clock = clock;
        this.transactions = transactions;
    }

    @Transactional(readOnly = true)
    public JobView get(Actor actor, UUID id) {
        actor.require(Act.LOOK);
        JobRow job = jobs.findById(id).orElseThrow(() -> Problem.notFound("job", id));
        return view(job, steps.findByJobIdOrderByPlace(id));
    }

    /** Newest first: two queries however many, and no step is read. */
    @Transactional(readOnly = true)
    public List<JobLine> list(Actor actor, long before, int limit) {
        actor.require(Act.LOOK);
        List<JobRow> found = jobs.findByNumberLessThanOrderByNumberDesc(before, Limit.of(limit));
        Map<UUID, Map<StepRow.State, Integer>> counts = new HashMap<>();
        steps.count(found.stream().map(job -> job.id).toList())
                .forEach(one -> counts.computeIfAbsent(one.jobId(), any -> new EnumMap<>(StepRow.State.class))
                        .put(StepRow.State.valueOf(one.state()), (int) one.steps()));
        return found.stream()
                .map(job -> line(job, counts.getOrDefault(job.id, Map.of())))
                .toList();
    }

    private static JobLine line(JobRow job, Map<StepRow.State, Integer> counts) {
        int total = counts.values().stream().mapToInt(Integer::intValue).sum();
        int open = counts.entrySet().stream()
                .filter(one -> one.getKey().isOpen())
                .mapToInt(Map.Entry::getValue)
                .sum();
        int refused = counts.getOrDefault(StepRow.State.REFUSED, 0);
        int skipped = counts.getOrDefault(StepRow.State.SKIPPED, 0);
        return new JobLine(
                job.id,
                job.number,
                job.changesetVersion,
                job.name,
                job.createdAt,
                JobLine.state(open, refused, skipped),
                counts.getOrDefault(StepRow.State.DONE, 0),
                open,
                refused,
                skipped,
                total);
    }

    /** The job of a changeset, if any tenant had to do something for it. */
    @Transactional(readOnly = true)
    public Optional<UUID> ofChangeset(Actor actor, long version) {
        actor.require(Act.LOOK);
        return jobs.findByChangesetVersion(version).map(job -> job.id);
    }

    /** Steps that were refused, or wait for a tenant that does not answer, with the jobs they belong to. */
    @Transactional(readOnly = true)
    public Map<UUID, List<StepView>> hanging(Actor actor, int limit) {
        actor.require(Act.LOOK);
        Map<UUID, List<StepView>> found = new HashMap<>();
        Model model = snapshots.current().model();
        for (StepRow step : steps.hanging(Limit.of(limit))) {
            found.computeIfAbsent(step.jobId, any -> new ArrayList<>()).add(view(step, Map.of(), model));
        }
        return found;
    }

    public void tryAgain(Actor actor, UUID step) {
        actor.require(Act.APPLY);
        requireReach(actor, Set.of(steps.findById(step).orElseThrow(() -> Problem.notFound("step", step)).tenantId));
        StepRow row = store.again(step);
        waker.wake(Set.of(Id.of(row.tenantId)));
    }

    /** Passes a step by. What it would have brought stays a difference of the tenant, until something else settles it. */
    public void skip(Actor actor, UUID step, String reason) {
        actor.require(Act.APPLY);
        StepRow row = steps.findById(step).orElseThrow(() -> Problem.notFound("step", step));
        requireReach(actor, Set.of(row.tenantId));
        transactions.executeWithoutResult(status -> {
            if (!store.skip(step, "skipped by " + actor.login() + ": " + reason)) {
                throw new Problem(
                        409,
                        "step.not-waiting",
                        "The step is " + row.state.toLowerCase(Locale.ROOT)
                                + ", so it cannot be skipped. Look at the job again.");
            }
            notes.write(actor.login(), "skip step “" + row.subject + "” because “" + reason + "”");
        });
        events.changed(row.jobId);
        waker.wake(Set.of(Id.of(row.tenantId)));
    }

    /** Stops a job: what waits is passed by, what was sent is followed to its end. */
    public JobView stop(Actor actor, UUID id, String reason) {
        actor.require(Act.APPLY);
        JobRow job = jobs.findById(id).orElseThrow(() -> Problem.notFound("job", id));
        requireReach(actor, steps.openTenants(id));
        transactions.executeWithoutResult(status -> {
            int stopped = store.stop(id, "stopped by " + actor.login() + ": " + reason);
            if (stopped == 0) {
                throw new Problem(
                        409,
                        "job.nothing-waits",
                        "Nothing of this job waits any more: look at its steps for what became of them.");
            }
            notes.write(
                    actor.login(),
                    "stop job " + job.number + " with " + stopped + " steps waiting because “" + reason + "”");
        });
        events.changed(id);
        return get(actor, id);
    }

    /** What a job does at a tenant is the business of those who reach it. */
    private void requireReach(Actor actor, Set<UUID> tenants) {
        Model model = snapshots.current().model();
        for (UUID tenant : tenants) {
            model.tenants().find(Id.of(tenant)).ifPresent(one -> actor.requireReach(one, model));
        }
    }

    private JobView view(JobRow job, List<StepRow> of) {
        Model model = snapshots.current().model();
        Map<Integer, StepRow> byPlace = of.stream().collect(Collectors.toMap(step -> step.place, step -> step));
        int done = (int)
                of.stream().filter(step -> step.state() == StepRow.State.DONE).count();
        int open = (int) of.stream().filter(step -> step.state().isOpen()).count();
        int refused = (int) of.stream()
                .filter(step -> step.state() == StepRow.State.REFUSED)
                .count();
        int skipped = (int) of.stream()
                .filter(step -> step.state() == StepRow.State.SKIPPED)
                .count();
        String state = JobLine.state(open, refused, skipped);
        List<StepView> views =
                of.stream().map(step -> view(step, byPlace, model)).toList();
        return new JobView(
                job.id,
                job.number,
                job.changesetVersion,
                job.name,
                job.createdAt,
                state,
                done,
                open,
                refused,
                skipped,
                views);
    }

    private static StepView view(StepRow step, Map<Integer, StepRow> byPlace, Model model) {
        Optional<Tenant> tenant = model.tenants().find(Id.of(step.tenantId));
        boolean held = step.state().isOpen() && isHeld(step, byPlace);
        return new StepView(
                step.id,
                step.tenantId,
                tenant.map(one -> model.appOf(one).name() + " " + one.name()).orElse(""),
                tenant.map(Tenant::colour).orElse(0),
                step.subject,
                step.state,
                held,
                step.attempts,
                step.state().isOpen() ? step.dueAt : null,
                step.finishedAt,
                step.detail);
    }

    /** Whether something that the step needs, directly or further back, was refused. Needs stand before those who need. */
    private static boolean isHeld(StepRow step, Map<Integer, StepRow> byPlace) {
        return step.needs().stream()
                .map(byPlace::get)
                .anyMatch(needed -> needed != null
                        && (needed.state() == StepRow.State.REFUSED
                                || (needed.state().isOpen() && isHeld(needed, byPlace))));
    }
}

package wexa.server.jobs;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.model.Model;
import wexa.core.value.Id;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Looking at jobs; trying steps again, passing them by with a reason, stopping what waits. */
@UseCases
public class JobService {
    private final JobRows jobs;
    private final StepRows steps;
    private final StepStore store;
    private final JobViews views;
    private final SnapshotStore snapshots;
    private final Pace pace;
    private final Lanes.Waker waker;
    private final JobEvents events;
    private final Notes notes;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;

    JobService(
            JobRows jobs,
            StepRows steps,
            StepStore store,
            JobViews views,
            SnapshotStore snapshots,
            Pace pace,
            Lanes.Waker waker,
            JobEvents events,
            Notes notes,
            BusinessClock clock,
            TransactionTemplate transactions) {
        this.jobs = jobs;
        this.steps = steps;
        this.store = store;
        this.views = views;
        this.snapshots = snapshots;
        this.pace = pace;
        this.waker = waker;
        this.events = events;
        this.notes = notes;
        this.clock = clock;
        this.transactions = transactions;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    @Transactional(readOnly = true)
    public JobView get(Actor actor, UUID id) {
        JobRow job = jobs.findById(id).orElseThrow(() -> Problem.notFound("job", id));
        return views.view(job);
    }

    /** Newest first: two queries however many, and no step is read. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    @Transactional(readOnly = true)
    public List<JobLine> list(Actor actor, long before, int limit) {
        List<JobRow> found = jobs.findByNumberLessThanOrderByNumberDesc(before, Limit.of(limit));
        Map<UUID, Map<StepRow.State, Integer>> counts = new HashMap<>();
        steps.count(found.stream().map(job -> job.id).toList())
                .forEach(one -> counts.computeIfAbsent(one.jobId(), any -> new EnumMap<>(StepRow.State.class))
                        .put(StepRow.State.valueOf(one.state()), (int) one.steps()));
        return found.stream()
                .map(job -> JobLine.of(job, counts.getOrDefault(job.id, Map.of())))
                .toList();
    }

    /** The job of a changeset, if any tenant had to do something for it. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    @Transactional(readOnly = true)
    public Optional<UUID> ofChangeset(Actor actor, long version) {
        return jobs.findByChangesetVersion(version).map(job -> job.id);
    }

    /** Steps that were refused, or wait for a tenant that does not answer, with the jobs they belong to. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    @Transactional(readOnly = true)
    public Map<UUID, List<StepView>> hanging(Actor actor, int limit) {
        Map<UUID, List<StepView>> found = new LinkedHashMap<>();
        Model model = snapshots.current().model();
        // a job with many such steps must not hide another one
        for (UUID job : steps.hangingJobs(Limit.of(limit))) {
            for (StepRow step : steps.hanging(job, Limit.of(1))) {
                found.computeIfAbsent(job, any -> new ArrayList<>()).add(views.view(step, Set.of(), model));
            }
        }
        return found;
    }

    @Requires(value = Act.APPLY, over = Over.STEP)
    public void tryAgain(Actor actor, UUID step) {
        StepRow row = store.again(step);
        pace.resume(row.tenantId);
        waker.wake(Set.of(Id.of(row.tenantId)));
    }

    /** Passes a step by. What it would have brought stays a difference of the tenant, until something else settles it. */
    @Requires(value = Act.APPLY, over = Over.STEP)
    public void skip(Actor actor, UUID step, String reason) {
        StepRow row = steps.findById(step).orElseThrow(() -> Problem.notFound("step", step));
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
    @Requires(value = Act.APPLY, over = Over.JOB)
    public JobView stop(Actor actor, UUID id, String reason) {
        JobRow job = jobs.findById(id).orElseThrow(() -> Problem.notFound("job", id));
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
                    "stop job " + job.number + " with " + stopped + " steps open because “" + reason + "”");
        });
        events.changed(id);
        return get(actor, id);
    }
}

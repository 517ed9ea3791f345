package wexa.server.settling;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.consistency.ChangedObjects;
import wexa.core.consistency.Corrections;
import wexa.core.consistency.Difference;
import wexa.core.consistency.ObjectKey;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.jobs.JobPlanner;
import wexa.server.jobs.Lanes;
import wexa.server.log.Log;
import wexa.server.log.Reason;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.tenants.Differences;
import wexa.server.tenants.TenantViews;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Corrects tenants: what differs there is made as it should be, by a job like any other. The model stays as it is. */
@UseCases
public class CorrectionService {
    private static final int TRIES = 3;

    private final SnapshotStore snapshots;
    private final Differences differences;
    private final JobPlanner planner;
    private final Log log;
    private final Lanes.Waker waker;
    private final BusinessClock clock;
    private final Ids ids;
    private final TransactionTemplate transactions;

    CorrectionService(
            SnapshotStore snapshots,
            Differences differences,
            JobPlanner planner,
            Log log,
            Lanes.Waker waker,
            BusinessClock clock,
            Ids ids,
            TransactionTemplate transactions) {
        this.snapshots = snapshots;
        this.differences = differences;
        this.planner = planner;
        this.log = log;
        this.waker = waker;
        this.clock = clock;
        this.ids = ids;
        this.transactions = transactions;
    }

    /**
     * What came of it.
     *
     * @param corrected how many objects the job carries, those that others needed among them
     */
    public record Corrected(long version, UUID job, int corrected) {}

    private record Written(long version, JobPlanner.Planned job, int corrected) {}

    /** Each object is looked at again as it was last read: what agrees by now gets no step. */
    @Requires(value = Act.APPLY, over = Over.WHOLE_TENANT)
    public Corrected correct(Actor actor, UUID tenant, Collection<String> objects, Reason reason) {
        Set<ObjectKey> chosen = new TreeSet<>();
        for (String object : objects) {
            chosen.add(ObjectKey.read(object)
                    .orElseThrow(() -> Problem.badField(
                            "objects", "unknown", "“" + object + "” names no object. Reload the page.")));
        }
        for (int tries = 0; tries < TRIES; tries++) {
            Optional<Written> written = tried(actor, tenant, chosen, reason);
            if (written.isPresent()) {
                waker.wake(written.get().job().tenants());
                return new Corrected(
                        written.get().version(),
                        written.get().job().job(),
                        written.get().corrected());
            }
        }
        throw new Problem(503, "busy", "Others are applying changes. Try again in a moment.");
    }

    private Optional<Written> tried(Actor actor, UUID id, Set<ObjectKey> chosen, Reason reason) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Tenant tenant = model.tenants().find(Id.<Tenant>of(id)).orElseThrow(() -> Problem.notFound("tenant", id));
        Instant now = clock.now();
        List<Difference> all = differences.all(snapshot, tenant);
        ChangedObjects work = Corrections.of(snapshot, tenant, all, chosen, now);
        JobPlanner.Plans plans = planner.plan(snapshot, List.of(work));
        if (plans.isEmpty()) {
            throw new Problem(
                    409,
                    "correction.nothing-to-do",
                    "None of these differ any more, or a job is already correcting them. Read the tenant again to see"
                            + " what is left.");
        }
        try {
            return Objects.requireNonNull(
                    transactions.execute(status -> write(actor, snapshot, tenant, all, work, plans, reason)));
        } catch (JobPlanner.Outdated meanwhile) {
            return Optional.empty();
        }
    }

    /** Nothing where somebody applied something meanwhile. */
    private Optional<Written> write(
            Actor actor,
            Snapshot snapshot,
            Tenant tenant,
            List<Difference> all,
            ChangedObjects work,
            JobPlanner.Plans plans,
            Reason reason) {
        if (snapshots.lockHead() != snapshot.version()) {
            return Optional.empty();
        }
        Instant now = clock.now();
        String name = "Correct " + snapshot.model().title(tenant);
        long version = snapshots.write(new Changeset(
                ids.next(),
                Changeset.Origin.DRAFT,
                name,
                actor.login(),
                now,
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of()));
        log.write(version, now, actor.login(), reason, lines(snapshot.model(), tenant, all, work));
        // there are steps: a change without a job would say that something was sent
        JobPlanner.Planned job = planner.write(version, name, plans).orElseThrow();
        return Optional.of(new Written(version, job, work.fields().size()));
    }

    /** One line for each object, told in the history of the person whose it is. */
    private static List<Log.Line> lines(Model model, Tenant tenant, List<Difference> all, ChangedObjects work) {
        List<Log.Line> lines = new ArrayList<>();
        for (Difference one : all) {
            if (work.fields().containsKey(one.object())) {
                TenantViews.DifferenceView told = Differences.words(one);
                Set<UUID> about = new HashSet<>();
                if (one.object().type() == ObjectKey.Type.ACCOUNT) {
                    model.table(Kind.ACCOUNT)
                            .find(Id.<Account>of(one.object().id()))
                            .ifPresent(account -> {
                                about.add(account.id().value());
                                account.person().ifPresent(person -> about.add(person.value()));
                            });
                }
                lines.add(new Log.Line(
                        "correct " + one.object().type().name().toLowerCase(Locale.ROOT) + " “" + told.name() + "” in "
                                + model.path(tenant) + ": " + told.text(),
                        about));
            }
        }
        return lines;
    }
}

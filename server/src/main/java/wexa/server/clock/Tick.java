package wexa.server.clock;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.consistency.ChangedObjects;
import wexa.core.model.Tenant;
import wexa.core.preview.Boundaries;
import wexa.core.preview.Snapshot;
import wexa.server.jobs.JobPlanner;
import wexa.server.jobs.Lanes;
import wexa.server.log.Log;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/**
 * Makes a job of what differs between the last tick and now: accounts of people who start, roles that end. After the
 * server was away, one tick catches up.
 */
@Component
class Tick {
    private static final Logger LOG = LoggerFactory.getLogger(Tick.class);
    private static final String NAME = "Begins and ends by date";

    private final Rows rows;
    private final SnapshotStore snapshots;
    private final JobPlanner planner;
    private final Log log;
    private final Lanes.Waker waker;
    private final BusinessClock clock;
    private final Ids ids;
    private final TransactionTemplate transactions;

    /** The one row. */
    interface Rows extends Repository<TickRow, Integer> {
        Optional<TickRow> findById(int id);

        void save(TickRow row);
    }

    Tick(
            Rows rows,
            SnapshotStore snapshots,
            JobPlanner planner,
            Log log,
            Lanes.Waker waker,
            BusinessClock clock,
            Ids ids,
            TransactionTemplate transactions) {
        this.rows = rows;
        this.snapshots = snapshots;
        this.planner = planner;
        this.log = log;
        this.waker = waker;
        this.clock = clock;
        this.ids = ids;
        this.transactions = transactions;
    }

    void tick() {
        Instant now = clock.now();
        Snapshot snapshot = snapshots.current();
        Optional<Instant> last = rows.findById(TickRow.ONLY).map(row -> row.at);
        List<ChangedObjects> due = last.map(from -> due(snapshot, from, now)).orElse(List.of());
        try {
            Optional<JobPlanner.Planned> planned =
                    transactions.execute(status -> record(snapshot, due, last.orElse(now), now));
            if (planned != null) {
                planned.ifPresent(job -> waker.wake(job.tenants()));
            }
        } catch (JobPlanner.Outdated meanwhile) {
            LOG.debug("looked at again by the next tick: {}", meanwhile.getMessage());
        }
    }

    /** Looks at the tenants only if anything at all begins or ends in the span. */
    private static List<ChangedObjects> due(Snapshot snapshot, Instant from, Instant now) {
        List<ChangedObjects> due = new ArrayList<>();
        if (Boundaries.anyWithin(snapshot.model(), from, now)) {
            for (Tenant tenant : snapshot.model().tenants().stream().toList()) {
                ChangedObjects touched = ChangedObjects.betweenInstants(snapshot, tenant, from, now);
                if (!touched.isEmpty()) {
                    due.add(touched);
                }
            }
        }
        return due;
    }

    /** Somebody applied meanwhile: nothing is noted, and the next tick looks again from where the last one ended. */
    private Optional<JobPlanner.Planned> record(
            Snapshot snapshot, List<ChangedObjects> found, Instant last, Instant now) {
        if (snapshots.lockHead() != snapshot.version()) {
            return Optional.empty();
        }
        TickRow row = rows.findById(TickRow.ONLY).orElseGet(TickRow::new);
        row.id = TickRow.ONLY;
        row.at = now;
        rows.save(row);
        List<ChangedObjects> due = found.isEmpty() ? found : planner.uncarried(snapshot, found, last);
        if (due.isEmpty()) {
            return Optional.empty();
        }
        long version = snapshots.write(new Changeset(
                ids.next(),
                Changeset.Origin.CLOCK,
                NAME,
                "clock",
                now,
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of()));
        log.write(version, now, "clock", List.of(new Log.Line("carry what began and ended by date", Set.of())));
        return planner.write(version, NAME, planner.plan(snapshot, due));
    }
}

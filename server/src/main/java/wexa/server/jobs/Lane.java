package wexa.server.jobs;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletionService;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorCompletionService;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Outcome;
import wexa.connect.scim.Links;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.Step;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.connections.Connections;
import wexa.server.readings.Observations;
import wexa.server.readings.Proofs;
import wexa.server.readings.Reader;
import wexa.server.readings.Readings;
import wexa.server.readings.RemoteLinks;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.BusinessClock;

/**
 * Carries a tenant's steps, a few at once as long as they are of one phase. A step is marked as sent before it is sent, and
 * carries what is wanted at that moment of the fields that it is about; what came of it is written after. No transaction is
 * open while a tenant is asked.
 */
@Component
class Lane {
    private static final Logger LOG = LoggerFactory.getLogger(Lane.class);
    private static final int STEPS_AT_A_TIME = 100;
    static final String NOTHING_LEFT = "nothing left to do: the tenant has it as it is wanted now";

    private final Pace pace;
    private final Executor background;
    private final StepStore steps;
    private final Connections connections;
    private final ByHand byHand;
    private final WantedNow wanted;
    private final Observations observations;
    private final Readings readings;
    private final RemoteLinks links;
    private final Proofs proofs;
    private final SnapshotStore snapshots;
    private final StoredForms forms;
    private final BusinessClock clock;
    private final JobEvents events;
    private final TransactionTemplate transactions;

    Lane(
            Pace pace,
            Executor background,
            StepStore steps,
            Connections connections,
            ByHand byHand,
            WantedNow wanted,
            Observations observations,
            Readings readings,
            RemoteLinks links,
            Proofs proofs,
            SnapshotStore snapshots,
            StoredForms forms,
            BusinessClock clock,
            JobEvents events,
            TransactionTemplate transactions) {
        this.pace = pace;
        this.background = background;
        this.steps = steps;
        this.connections = connections;
        this.byHand = byHand;
        this.wanted = wanted;
        this.observations = observations;
        this.readings = readings;
        this.links = links;
        this.proofs = proofs;
        this.snapshots = snapshots;
        this.forms = forms;
        this.clock = clock;
        this.events = events;
        this.transactions = transactions;
    }

    /** Works until nothing is due, and tells when something falls due next. */
    Optional<Instant> run(UUID tenant) {
        if (byHand.isManual(Id.of(tenant))) {
            byHand.handOver(Id.of(tenant));
            return Optional.empty();
        }
        CompletionService<StepRow> working = new ExecutorCompletionService<>(background);
        Map<UUID, StepRow> underWay = new HashMap<>();
        StepStore.Ahead ahead = new StepStore.Ahead();
        Optional<Instant> due = Optional.of(clock.now());
        try {
            for (int started = 0; ; ) {
                boolean mayStart = started < STEPS_AT_A_TIME && underWay.size() < pace.width(tenant);
                StepStore.Next next = mayStart ? steps.claim(tenant, underWay(underWay), ahead) : StepStore.NOTHING;
                if (next.claimed().isPresent()) {
                    StepRow step = next.claimed().get();
                    started++;
                    underWay.put(step.id, step);
                    working.submit(() -> carryOut(step, next.wasSent()), step);
                    continue;
                }
                if (underWay.isEmpty()) {
                    return mayStart ? next.due() : pace.until(tenant).or(() -> due);
                }
                underWay.remove(working.take().get().id);
            }
        } catch (InterruptedException stopped) {
            // what is under way stands as sent, and is looked up by whoever goes on
            Thread.currentThread().interrupt();
            return due;
        } catch (ExecutionException broken) {
            throw new IllegalStateException("a step broke in an unforeseen way", broken);
        }
    }

    private static StepStore.UnderWay underWay(Map<UUID, StepRow> steps) {
        return new StepStore.UnderWay(
                Set.copyOf(steps.keySet()),
                steps.values().stream().map(step -> step.object).collect(Collectors.toSet()),
                steps.values().stream()
                        .filter(step -> !step.urgent)
                        .mapToInt(step -> step.phase)
                        .findFirst());
    }

    private void carryOut(StepRow step, boolean wasSent) {
        events.changed(step.jobId);
        boolean isSettled = true;
        try {
            isSettled = work(step, wasSent);
        } catch (TransientDataAccessException busy) {
            // what came of it could not be written now: it stands as sent, and is looked up when its time is over
            LOG.warn("what came of step {} could not be written: {}", step.id, busy.getMessage());
        } catch (RuntimeException failure) {
            LOG.error("step {} failed", step.id, failure);
            steps.refused(
                    step, "An error in Wexa stopped this step, not the tenant. See the server's log, then try again.");
        }
        if (!isSettled) {
            LOG.warn("step {} was given to another claim before its answer came", step.id);
            steps.doubt(step.id);
        }
        events.changed(step.jobId);
    }

    /** Whether what came of it could be written: not if another claim has the step by now. */
    private boolean work(StepRow row, boolean wasSent) {
        Optional<Connections.Connection> connection = connections.of(Id.of(row.tenantId));
        if (connection.isEmpty()) {
            return steps.refused(
                    row,
                    connections
                            .lack(Id.of(row.tenantId))
                            .map(lack -> "This tenant cannot be reached: " + lack + ", then try the step again.")
                            .orElse("This tenant is not connected. Connect it, then try the step again."));
        }
        return switch (StepRow.Kind.valueOf(row.kind)) {
            case ASK -> ask(row);
            case LINK -> link(row, connection.get());
            case CARRY -> carry(row, connection.get(), wasSent);
        };
    }

    private boolean ask(StepRow row) {
        Id<Account> id = Id.of(row.body);
        Optional<Account> account =
                snapshots.current().model().table(Kind.ACCOUNT).find(id);
        if (account.isEmpty()) {
            return steps.done(row, "the account is gone");
        }
        Outcome<Proofs.Tally> outcome = proofs.askAll(snapshots.current(), account.get());
        if (outcome instanceof Outcome.Done<Proofs.Tally> done) {
            Proofs.Tally tally = done.value();
            return tally.missing() == 0 ? steps.done(row, words(tally)) : steps.differs(row, words(tally));
        }
        return settle(row, outcome);
    }

    private static String words(Proofs.Tally tally) {
        return "the tenant answered yes to " + tally.permitted() + " of " + tally.asked()
                + (tally.blocked() == 0 ? "" : "; " + tally.blocked() + " cannot be used yet")
                + (tally.missing() == 0 ? "" : "; " + tally.missing() + " should be possible and is not");
    }

    /** Linking again what is linked changes nothing, so that it is simply sent again when nobody knows. */
    private boolean link(StepRow row, Connections.Connection connection) {
        Linking linking = Linking.of(row);
        ObjectKey key = linking.key();
        Id<Tenant> tenant = Id.of(row.tenantId);
        Links known = links.of(tenant);
        Optional<String> taken = linking.taken(known);
        if (taken.isPresent()) {
            return steps.refused(row, taken.get());
        }
        Outcome<Optional<Seen>> outcome = connection.scim().link(key, linking.remoteId(), known);
        if (outcome instanceof Outcome.Done<Optional<Seen>> done && done.value().isPresent()) {
            return transactions.execute(status -> {
                readings.linked(tenant, key, done.value().get(), clock.now());
                return steps.done(row, "linked and read back");
            });
        }
        return settle(row, outcome);
    }

    private boolean carry(StepRow row, Connections.Connection connection, boolean wasSent) {
        Step planned = forms.readStep(row.body);
        Id<Tenant> tenant = Id.of(row.tenantId);
        Links known = links.of(tenant);
        Optional<Seen> seen = observations.find(tenant, planned.object());
        if (wasSent) {
            Outcome<Optional<Seen>> found = connection.scim().find(planned.object(), known);
            if (!(found instanceof Outcome.Done<Optional<Seen>> done)) {
                return lookLater(row, found);
            }
            seen = done.value();
        }
        Optional<Step> now = wanted.of(planned, tenant, seen, known);
        if (now.isEmpty()) {
            return arrived(row, planned.object(), seen, wasSent ? "had arrived although no answer came" : NOTHING_LEFT);
        }
        if (wasSent) {
            readings.seen(tenant, planned.object(), seen, clock.now());
            if (steps.isStopped(row)) {
                return steps.later(row, Duration.ZERO, "not done");
            }
        }
        Step step = now.get();
        Outcome<Optional<Seen>> outcome = connection.scim().carry(step, known);
        if (outcome instanceof Outcome.Done<Optional<Seen>> done) {
            return step.isDone(done.value())
                    ? arrived(row, step.object(), done.value(), "done and read back")
                    : arrivedOtherwise(row, step, done.value());
        }
        return settle(row, outcome);
    }

    /** What was read back and that the step is done are one commit. */
    private boolean arrived(StepRow row, ObjectKey object, Optional<Seen> seen, String words) {
        return transactions.execute(status -> {
            readings.seen(Id.of(row.tenantId), object, seen, clock.now());
            return steps.done(row, words);
        });
    }

    private boolean arrivedOtherwise(StepRow row, Step step, Optional<Seen> seen) {
        return transactions.execute(status -> {
            readings.seen(Id.of(row.tenantId), step.object(), seen, clock.now());
            return steps.differs(row, "sent, and the tenant shows it otherwise");
        });
    }

    /** The look at what became of a sent request failed as well: still unknown. */
    private boolean lookLater(StepRow row, Outcome<?> outcome) {
        return outcome instanceof Outcome.Refused<?>
                ? settle(row, outcome)
                : steps.unknown(row, "not known yet: " + Reader.words(outcome));
    }

    private boolean settle(StepRow row, Outcome<?> outcome) {
        String words = Reader.words(outcome);
        if (outcome instanceof Outcome.TryLater<?> later) {
            if (later.whom() == Outcome.Whom.EVERYTHING) {
                pace.slow(row.tenantId, later.after());
            }
            return steps.later(row, later.after(), words);
        }
        return outcome instanceof Outcome.Unknown<?> ? steps.unknown(row, words) : steps.refused(row, words);
    }
}

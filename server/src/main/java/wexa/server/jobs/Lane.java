package wexa.server.jobs;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
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
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Tenant;
import wexa.server.connections.Connections;
import wexa.server.readings.Observations;
import wexa.server.readings.Proofs;
import wexa.server.readings.Reader;
import wexa.server.readings.RemoteLinks;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.BusinessClock;

/**
 * Carries a tenant's steps one after the other. A step is marked as sent before it is sent; what came of it is written
 * after. No transaction is open while a tenant is asked.
 */
@Component
class Lane {
    private static final Logger LOG = LoggerFactory.getLogger(Lane.class);
    private static final int STEPS_AT_A_TIME = 100;

    private final StepStore steps;
    private final Connections connections;
    private final Observations observations;
    private final RemoteLinks links;
    private final Proofs proofs;
    private final SnapshotStore snapshots;
    private final StoredForms forms;
    private final BusinessClock clock;
    private final JobEvents events;
    private final HaltHooks hooks;
    private final TransactionTemplate transactions;

    Lane(
            StepStore steps,
            Connections connections,
            Observations observations,
            RemoteLinks links,
            Proofs proofs,
            SnapshotStore snapshots,
            StoredForms forms,
            BusinessClock clock,
            JobEvents events,
            HaltHooks hooks,
            TransactionTemplate transactions) {
        this.steps = steps;
        this.connections = connections;
        this.observations = observations;
        this.links = links;
        this.proofs = proofs;
        this.snapshots = snapshots;
        this.forms = forms;
        this.clock = clock;
        this.events = events;
        this.hooks = hooks;
        this.transactions = transactions;
    }

    /** Works until nothing is due, and tells when something falls due next. */
    Optional<Instant> run(UUID tenant) {
        for (int count = 0; count < STEPS_AT_A_TIME; count++) {
            StepStore.Next next = steps.claim(tenant);
            if (next.claimed().isEmpty()) {
                return next.due();
            }
            StepRow step = next.claimed().get();
            events.changed(step.jobId);
            hooks.reach("step-marked");
            try {
                work(step, next.wasSent());
            } catch (TransientDataAccessException busy) {
                // what came of it could not be written now: it stands as sent, and is looked up when its time is over
                LOG.warn("what came of step {} could not be written: {}", step.id, busy.getMessage());
            } catch (RuntimeException failure) {
                LOG.error("step {} failed", step.id, failure);
                steps.refused(step.id, "This step broke here, not in the tenant; the server's log says how.");
            }
            hooks.reach("step-settled");
            events.changed(step.jobId);
        }
        return Optional.of(clock.now());
    }

    private void work(StepRow row, boolean wasSent) {
        Optional<Connections.Connection> connection = connections.of(Id.of(row.tenantId));
        if (connection.isEmpty()) {
            steps.refused(
                    row.id,
                    connections
                            .lack(Id.of(row.tenantId))
                            .map(lack -> "This tenant cannot be reached: " + lack + ", then try the step again.")
                            .orElse("This tenant is not connected. Connect it, then try the step again."));
        } else if (row.kind.equals(StepRow.Kind.ASK.name())) {
            ask(row);
        } else if (row.kind.equals(StepRow.Kind.LINK.name())) {
            link(row, connection.get());
        } else {
            carry(row, connection.get(), wasSent);
        }
    }

    private void ask(StepRow row) {
        Id<Account> id = Id.of(row.body);
        Optional<Account> account =
                snapshots.current().model().table(Kind.ACCOUNT).find(id);
        if (account.isEmpty()) {
            steps.done(row.id, "the account is gone");
            return;
        }
        Outcome<Proofs.Tally> outcome = proofs.askAll(snapshots.current(), account.get());
        if (outcome instanceof Outcome.Done<Proofs.Tally> done) {
            Proofs.Tally tally = done.value();
            steps.done(row.id, "the tenant answered yes to " + tally.permitted() + " of " + tally.asked());
        } else {
            settle(row, outcome);
        }
    }

    /** Linking again what is linked changes nothing, so that it is simply sent again when nobody knows. */
    private void link(StepRow row, Connections.Connection connection) {
        int space = row.body.indexOf(' ');
        ObjectKey key = ObjectKey.parse(row.body.substring(0, space));
        String remoteId = row.body.substring(space + 1);
        Id<Tenant> tenant = Id.of(row.tenantId);
        Links known = links.of(tenant);
        if (known.own(key.type(), remoteId).filter(other -> !other.equals(key)).isPresent()) {
            steps.refused(row.id, "This account is linked to somebody else already. Say whose it is anew.");
            return;
        }
        Outcome<Optional<Seen>> outcome = connection.scim().link(key, remoteId, known);
        hooks.reach("step-carried");
        if (outcome instanceof Outcome.Done<Optional<Seen>> done && done.value().isPresent()) {
            transactions.executeWithoutResult(status -> {
                observations.linked(tenant, key, done.value().get(), clock.now());
                steps.done(row.id, "linked and read back");
            });
        } else {
            settle(row, outcome);
        }
    }

    private void carry(StepRow row, Connections.Connection connection, boolean wasSent) {
        Step step = forms.readStep(row.body);
        Id<Tenant> tenant = Id.of(row.tenantId);
        Links known = links.of(tenant);
        if (wasSent) {
            Outcome<Optional<Seen>> found = connection.scim().find(step.object(), known);
            if (!(found instanceof Outcome.Done<Optional<Seen>> done)) {
                lookLater(row, found);
                return;
            }
            if (step.isDone(done.value())) {
                arrived(row, step, done.value(), "had arrived although no answer came");
                return;
            }
            observations.seen(tenant, step.object(), done.value(), clock.now());
        }
        Outcome<Optional<Seen>> outcome = connection.scim().carry(step, known);
        hooks.reach("step-carried");
        if (outcome instanceof Outcome.Done<Optional<Seen>> done) {
            arrived(
                    row,
                    step,
                    done.value(),
                    step.isDone(done.value()) ? "done and read back" : "sent, but the tenant shows it otherwise");
        } else {
            settle(row, outcome);
        }
    }

    /** What was read back and that the step is done are one commit. */
    private void arrived(StepRow row, Step step, Optional<Seen> seen, String words) {
        transactions.executeWithoutResult(status -> {
            observations.seen(Id.of(row.tenantId), step.object(), seen, clock.now());
            steps.done(row.id, words);
        });
    }

    /** The look at what became of a sent request failed as well: still unknown. */
    private void lookLater(StepRow row, Outcome<?> outcome) {
        if (outcome instanceof Outcome.Refused<?>) {
            settle(row, outcome);
        } else {
            steps.unknown(row.id, "not known yet: " + Reader.words(outcome));
        }
    }

    private void settle(StepRow row, Outcome<?> outcome) {
        String words = Reader.words(outcome);
        if (outcome instanceof Outcome.TryLater<?> later) {
            steps.later(row.id, later.after(), words);
        } else if (outcome instanceof Outcome.Unknown<?>) {
            steps.unknown(row.id, words);
        } else {
            steps.refused(row.id, words);
        }
    }
}

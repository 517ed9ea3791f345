package wexa.server.readings;

import java.time.Instant;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import wexa.connect.Outcome;
import wexa.core.consistency.Observation;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.server.connections.Connections;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Reads a whole tenant. A reading that is cut short changes nothing but the note that it failed (rule 17). */
@Component
public class Reader {
    private static final Logger LOG = LoggerFactory.getLogger(Reader.class);

    private final Connections connections;
    private final Observations observations;
    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    Reader(Connections connections, Observations observations, SnapshotStore snapshots, BusinessClock clock) {
        this.connections = connections;
        this.observations = observations;
        this.snapshots = snapshots;
        this.clock = clock;
    }

    /** Reads and keeps; true if the reading was whole. */
    public boolean read(Id<Tenant> id) {
        Optional<Tenant> tenant = snapshots.current().model().tenants().find(id);
        Optional<Connections.Connection> connection = connections.of(id);
        if (tenant.isEmpty() || connection.isEmpty()) {
            return false;
        }
        Instant began = clock.now();
        Outcome<Observation> outcome = connection.get().scim().read(tenant.get().capabilities());
        if (outcome instanceof Outcome.Done<Observation> done) {
            Model now = snapshots.current().model();
            Observation ours = done.value()
                    .known(key -> now.find(Kind.ACCOUNT, Id.of(key.id())).isPresent());
            observations.replace(id, ours, began, clock.now());
            return true;
        }
        String detail = words(outcome);
        LOG.info("reading of tenant {} failed: {}", id, detail);
        observations.failed(id, detail, clock.now());
        return false;
    }

    /** What an outcome that is not done says, in words. */
    public static String words(Outcome<?> outcome) {
        if (outcome instanceof Outcome.Refused<?> refused) {
            return refused.detail() + " (" + refused.status() + ")";
        }
        if (outcome instanceof Outcome.TryLater<?> later) {
            return later.reason();
        }
        return outcome instanceof Outcome.Unknown<?> unknown ? unknown.reason() : "done";
    }
}

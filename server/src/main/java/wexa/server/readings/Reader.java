package wexa.server.readings;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import wexa.connect.Outcome;
import wexa.connect.scim.Catalogue;
import wexa.core.consistency.ObjectKey;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.connections.Connections;
import wexa.server.heavy.LongWork;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Reads a whole tenant. A reading that is cut short changes nothing but the note that it failed (rule 17). */
@Component
public class Reader {
    private static final int MOST_REMARKS = 5;

    private static final Logger LOG = LoggerFactory.getLogger(Reader.class);

    private final Connections connections;
    private final Readings readings;
    private final Observations observations;
    private final RemoteLinks links;
    private final AnnouncedCatalogues catalogues;
    private final SnapshotStore snapshots;
    private final LongWork work;
    private final BusinessClock clock;

    Reader(
            Connections connections,
            Readings readings,
            Observations observations,
            RemoteLinks links,
            AnnouncedCatalogues catalogues,
            SnapshotStore snapshots,
            LongWork work,
            BusinessClock clock) {
        this.connections = connections;
        this.readings = readings;
        this.observations = observations;
        this.links = links;
        this.catalogues = catalogues;
        this.snapshots = snapshots;
        this.work = work;
        this.clock = clock;
    }

    /** Reads and keeps; true if the reading was whole. */
    public boolean read(Id<Tenant> id) {
        Optional<Tenant> tenant = snapshots.current().model().tenants().find(id);
        Optional<Connections.Connection> connection = connections.of(id);
        if (tenant.isEmpty() || connection.isEmpty()) {
            connections.lack(id).ifPresent(lack -> readings.failed(id, lack, clock.now()));
            return false;
        }
        Instant began = clock.now();
        try {
            return work.run(what(tenant.get()), task -> read(tenant.get(), connection.get(), began, task));
        } catch (CancellationException cancelled) {
            readings.failed(id, "the reading was cancelled", clock.now());
            return false;
        } catch (RuntimeException broken) {
            // an answer that breaks something here is a reading that failed, and is shown as one
            LOG.error("reading of tenant {} broke", id, broken);
            readings.failed(id, "it broke here, not in the tenant; the server's log says how", clock.now());
            return false;
        }
    }

    private LongWork.What what(Tenant tenant) {
        return new LongWork.What(
                "Reading " + snapshots.current().model().title(tenant),
                "/tenants/" + tenant.id(),
                Optional.ofNullable(observations.freshness().get(tenant.id()))
                        .map(Freshness::objects)
                        .filter(objects -> objects > 0));
    }

    private boolean read(Tenant tenant, Connections.Connection connection, Instant began, LongWork.Task task) {
        Id<Tenant> id = tenant.id();
        Outcome<List<String>> outcome;
        try (Readings.Staging staging = readings.begin(id, began)) {
            outcome = connection.scim().read(tenant.capabilities(), links.of(id), part -> {
                if (task.isCancelled()) {
                    throw new CancellationException();
                }
                staging.add(part.known(this::isAccount));
                task.advance(part.objects().size() + part.strangers().size());
            });
            if (outcome instanceof Outcome.Done<List<String>> done) {
                readCatalogue(tenant, connection);
                staging.complete(remarks(done.value()), clock.now());
                return true;
            }
        }
        String detail = words(outcome);
        LOG.info("reading of tenant {} failed: {}", id, detail);
        readings.failed(id, detail, clock.now());
        return false;
    }

    /** What can be done there is another matter than who can: that it cannot be read, or kept, takes nothing from the reading. */
    private void readCatalogue(Tenant tenant, Connections.Connection connection) {
        try {
            Outcome<Catalogue> outcome = connection.scim().catalogue(tenant.capabilities());
            if (outcome instanceof Outcome.Done<Catalogue> done) {
                App app = snapshots.current().model().appOf(tenant);
                catalogues.keep(tenant.id(), app, done.value(), clock.now());
            } else {
                catalogues.failed(tenant.id(), words(outcome), clock.now());
            }
        } catch (RuntimeException broken) {
            LOG.error("the catalogue of tenant {} broke", tenant.id(), broken);
        }
    }

    private boolean isAccount(ObjectKey key) {
        return snapshots.current().model().find(Kind.ACCOUNT, Id.of(key.id())).isPresent();
    }

    /** What an outcome that is not done says, in words. */
    public static String words(Outcome<?> outcome) {
        if (outcome instanceof Outcome.Refused<?> refused) {
            return refused.status() < 300 ? refused.detail() : refused.detail() + " (" + refused.status() + ")";
        }
        if (outcome instanceof Outcome.TryLater<?> later) {
            return later.reason();
        }
        return outcome instanceof Outcome.Unknown<?> unknown ? unknown.reason() : "done";
    }

    /** The first remarks of a reading, and how many more there are. */
    public static String remarks(List<String> remarks) {
        int more = remarks.size() - MOST_REMARKS;
        String first = String.join(". ", remarks.subList(0, Math.min(MOST_REMARKS, remarks.size())));
        return more > 0 ? first + ". And " + more + " more" : first;
    }
}

package wexa.server.signals;

import java.net.URI;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.connections.ManualTenants;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.securitylog.SecurityLog;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Loopback;
import wexa.server.wiring.Settings;

/** Which tenants take security events, and where. */
@UseCases
class ReceiverService {
    private final SecurityEvents.Receivers receivers;
    private final SecurityEvents events;
    private final ManualTenants manual;
    private final SnapshotStore snapshots;
    private final Settings settings;
    private final SecurityLog security;
    private final BusinessClock clock;

    ReceiverService(
            SecurityEvents.Receivers receivers,
            SecurityEvents events,
            ManualTenants manual,
            SnapshotStore snapshots,
            Settings settings,
            SecurityLog security,
            BusinessClock clock) {
        this.receivers = receivers;
        this.events = events;
        this.manual = manual;
        this.snapshots = snapshots;
        this.settings = settings;
        this.security = security;
        this.clock = clock;
    }

    /**
     * Where a tenant takes security events; nothing where it takes none.
     *
     * @param issuer what the tenant has to know us by
     */
    record EventReceiverView(@Nullable String url, @Nullable String audience, String issuer) {}

    @Requires(value = Act.LOOK, over = Over.SEEN_TENANT)
    EventReceiverView get(Actor actor, UUID id) {
        Optional<ReceiverRow> row = receivers.findById(tenant(id).id().value());
        return new EventReceiverView(
                row.map(one -> one.url).orElse(null),
                row.map(one -> one.audience).orElse(null),
                SecurityEvents.issuer(settings));
    }

    /** From now on; what was closed before is not told. */
    @Requires(value = Act.GOVERN, over = Over.WHOLE_TENANT)
    @Transactional
    void set(Actor actor, UUID id, String url, String audience) {
        Tenant tenant = tenant(id);
        if (manual.is(tenant.id())) {
            throw new Problem(
                    409,
                    "tenant.manual",
                    "This tenant has no interface, so it cannot take security events. Sessions there are ended by hand.");
        }
        URI address = address(url);
        events.tell(tenant.id(), address, audience.strip(), clock.now());
        security.write(
                SecurityLog.Kind.CONNECTION_CHANGED,
                actor.login(),
                "security events of " + snapshots.current().model().title(tenant) + " go to " + address);
    }

    private URI address(String url) {
        try {
            URI address = URI.create(url.strip());
            if (("https".equals(address.getScheme()) || "http".equals(address.getScheme()))
                    && address.getHost() != null
                    && address.getRawUserInfo() == null) {
                if (address.getScheme().equals("http")
                        && !settings.plainHttpAllowed()
                        && !Loopback.is(address.getHost())) {
                    throw Problem.badField(
                            "url",
                            "connection.plain-http",
                            "Events would go there in clear. Use https, or have whoever runs Wexa allow plain http in its"
                                    + " settings (wexa.plain-http-allowed).");
                }
                return address;
            }
        } catch (IllegalArgumentException noAddress) {
            // told below
        }
        throw Problem.badField(
                "url", "connection.address", "Write the whole address, such as https://pelagia.example/events.");
    }

    @Requires(value = Act.GOVERN, over = Over.WHOLE_TENANT)
    @Transactional
    void remove(Actor actor, UUID id) {
        Tenant tenant = tenant(id);
        receivers.findById(id).ifPresent(receivers::delete);
        security.write(
                SecurityLog.Kind.CONNECTION_CHANGED,
                actor.login(),
                snapshots.current().model().title(tenant) + " gets no security events any more");
    }

    private Tenant tenant(UUID id) {
        return snapshots
                .current()
                .model()
                .tenants()
                .find(Id.<Tenant>of(id))
                .orElseThrow(() -> Problem.notFound("tenant", id));
    }
}

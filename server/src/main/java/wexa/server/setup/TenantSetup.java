package wexa.server.setup;

import java.net.URI;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Exchange;
import wexa.connect.Outcome;
import wexa.connect.Trust;
import wexa.connect.scim.Announced;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Capability;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.tenant.TenantChange;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.server.connections.Connections;
import wexa.server.connections.ManualTenants;
import wexa.server.direct.DirectChanges;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.readings.Reader;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.securitylog.SecurityLog;
import wexa.server.setup.SetupViews.AnnouncedView;
import wexa.server.setup.SetupViews.ConnectionInput;
import wexa.server.setup.SetupViews.NewTenant;
import wexa.server.setup.SetupViews.PoolView;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Loopback;
import wexa.server.wiring.Settings;

/** Connects tenants: asks them what they are, keeps that, and reads them for the first time. */
@UseCases
public class TenantSetup {
    private static final String SCIM = "scim/v2/";
    private static final int LAST_PORT = 65_535;

    private final Connections connections;
    private final DirectChanges changes;
    private final SnapshotStore snapshots;
    private final Reader reader;
    private final Notes notes;
    private final TransactionTemplate transactions;
    private final Ids ids;
    private final Settings settings;
    private final SecurityLog security;
    private final ManualTenants manual;

    TenantSetup(
            Connections connections,
            DirectChanges changes,
            SnapshotStore snapshots,
            Reader reader,
            Notes notes,
            TransactionTemplate transactions,
            Ids ids,
            Settings settings,
            SecurityLog security,
            ManualTenants manual) {
        this.connections = connections;
        this.changes = changes;
        this.snapshots = snapshots;
        this.reader = reader;
        this.notes = notes;
        this.transactions = transactions;
        this.ids = ids;
        this.settings = settings;
        this.security = security;
        this.manual = manual;
    }

    /** What is found at an address. Changes nothing, here or there. */
    @Requires(Act.GOVERN)
    AnnouncedView probe(Actor actor, String address, String token, @Nullable String pem) {
        String base = base(address);
        security.write(SecurityLog.Kind.CONNECTION_TRIED, actor.login(), "new tenant at " + base);
        Found found = found(base, token, certificates(pem));
        Announced announced = found.announced();
        List<PoolView> seats = announced.catalogue().seatKinds().stream()
                .map(kind -> new PoolView(kind.name(), announced.pools().getOrDefault(kind.key(), 0)))
                .toList();
        Optional<App> known = announced
                .catalogue()
                .app()
                .flatMap(key -> app(snapshots.current().model(), key));
        return new AnnouncedView(
                base,
                found.capabilities().stream().map(Enum::name).toList(),
                announced.catalogue().app().map(Key::text).orElse(null),
                known.map(App::name).orElse(null),
                announced.catalogue().resourceTypes().stream()
                        .mapToInt(type -> type.actions().size())
                        .sum(),
                announced.catalogue().resourceTypes().stream()
                        .map(App.ResourceType::name)
                        .toList(),
                seats,
                announced.areas().stream().map(Announced.Spot::name).toList(),
                announced.accounts());
    }

    private record Found(Announced announced, Set<Capability> capabilities) {}

    private Found found(String base, String token, String certificates) {
        if (token.chars().anyMatch(one -> one <= ' ' || one > '~')) {
            throw Problem.badField(
                    "token",
                    "connection.token-text",
                    "A token has no blanks, line breaks or letters beyond ASCII (RFC 6750). Paste it again.");
        }
        Connections.Connection connection = connections.to(base, token, certificates);
        Outcome<Announced> outcome = connection.scim().discover();
        if (!(outcome instanceof Outcome.Done<Announced> done)) {
            throw unfit(outcome);
        }
        Set<Capability> capabilities = EnumSet.copyOf(done.value().capabilities());
        if (connection.evaluations().answers() instanceof Outcome.Done<Boolean> asked && asked.value()) {
            capabilities.add(Capability.EVALUATION);
        }
        if (!capabilities.contains(Capability.USERS)) {
            throw Problem.badField(
                    "address",
                    "connection.no-users",
                    "There is SCIM at that address, but no users. Check whether it is the address of the whole service.");
        }
        return new Found(done.value(), capabilities);
    }

    /** Whom the connection is to believe, in PEM; empty for whom the machine trusts. */
    private static String certificates(@Nullable String pem) {
        String text = pem == null ? "" : pem.strip();
        try {
            Trust.of(text);
            return text;
        } catch (IllegalArgumentException unreadable) {
            throw Problem.badField(
                    "certificates", "connection.certificates", "This cannot be used: " + unreadable.getMessage() + ".");
        }
    }

    private static Problem unfit(Outcome<?> outcome) {
        if (outcome instanceof Outcome.TryLater<?> later && later.reason().contains("certificate")) {
            return Problem.badField(
                    "certificates",
                    "connection.certificate",
                    "It is not certain that this is the tenant: " + later.reason() + ". Check the address, or paste the"
                            + " certificate that it shows, or its authority's, in PEM form.");
        }
        if (outcome instanceof Outcome.Refused<?> refused) {
            return refused.status() == 401 || refused.status() == 403
                    ? Problem.badField(
                            "token", "connection.token", "It answers, but not to this token. Check the token.")
                    : Problem.badField(
                            "address",
                            "connection.answer",
                            "Something answers there, but not as SCIM 2.0 does: " + Reader.words(outcome)
                                    + ". Check the address.");
        }
        return Problem.badField(
                "address",
                "connection.unreachable",
                "Nothing answers there: " + Reader.words(outcome) + ". Check the address, and whether it is up.");
    }

    /** The address of the service with a slash at its end; what is entered with the path of SCIM means the same. */
    private String base(String address) {
        String text = address.strip();
        String slashed = text.endsWith("/") ? text : text + "/";
        String base = slashed.endsWith("/" + SCIM) ? slashed.substring(0, slashed.length() - SCIM.length()) : slashed;
        if (!isWeb(base)) {
            throw Problem.badField(
                    "address",
                    "connection.address",
                    "Write it as https://pelagia.example/north/, with what stands before “scim/v2”.");
        }
        URI uri = URI.create(base);
        if (uri.getScheme().equals("http") && !settings.plainHttpAllowed() && !Loopback.is(uri.getHost())) {
            throw Problem.badField(
                    "address",
                    "connection.plain",
                    "The token would go there in clear. Use https, or have whoever runs Wexa allow plain http in its"
                            + " settings (wexa.plain-http-allowed).");
        }
        return base;
    }

    private static boolean isWeb(String address) {
        try {
            URI uri = URI.create(address);
            return Set.of("http", "https").contains(String.valueOf(uri.getScheme()))
                    && uri.getHost() != null
                    && uri.getUserInfo() == null
                    && uri.getPort() <= LAST_PORT
                    && uri.getQuery() == null
                    && uri.getFragment() == null;
        } catch (IllegalArgumentException malformed) {
            return false;
        }
    }

    /** Connects a tenant with what it announces now, and reads it. Who had accounts there is unknown until matched. */
    @Requires(Act.GOVERN)
    UUID connect(Actor actor, NewTenant wanted) {
        String base = base(wanted.address());
        Optional<String> door = door(wanted.door());
        String certificates = certificates(wanted.certificates());
        Found found = found(base, wanted.token(), certificates);
        Id<Tenant> id = Id.of(ids.next());
        transactions.executeWithoutResult(status -> {
            snapshots.lockHead();
            changes.carryOut(
                    actor,
                    "Tenant " + wanted.appName().strip() + " " + wanted.name().strip(),
                    announced(snapshots.current().model(), id, wanted, found));
            connections.connect(id, base, wanted.token(), certificates);
            connections.setDoor(id, door);
        });
        security.write(SecurityLog.Kind.CONNECTION_CHANGED, actor.login(), "tenant " + id + " connected at " + base);
        reader.read(id);
        return id.value();
    }

    private static Optional<String> door(@Nullable String door) {
        Optional<String> text = Optional.ofNullable(door).map(String::strip).filter(one -> !one.isEmpty());
        if (text.isPresent() && !isWeb(text.get().replaceAll("[?#].*", ""))) {
            throw Problem.badField("door", "connection.door", "Write it as https://pelagia.example/north/sign-in.");
        }
        return text;
    }

    private static Optional<App> app(Model model, Key key) {
        return model.table(Kind.APP).by(App.BY_KEY, key).stream().findFirst();
    }

    private TenantChange.Connect announced(Model model, Id<Tenant> id, NewTenant wanted, Found found) {
        Announced announced = found.announced();
        App app = app(model, Key.of(wanted.app()))
                .orElseGet(() -> new App(
                        Id.of(ids.next()),
                        Key.of(wanted.app()),
                        wanted.appName().strip(),
                        announced.catalogue().resourceTypes(),
                        announced.catalogue().seatKinds(),
                        List.of(),
                        wanted.isPlaceNeeded() ? App.AreaUse.REQUIRED : App.AreaUse.OPTIONAL,
                        announced.catalogue().tasks(),
                        announced.catalogue().version()));
        Tenant tenant = new Tenant(
                id,
                Key.of(wanted.key()),
                app.id(),
                wanted.name().strip(),
                wanted.environment(),
                Tenant.nextColour(model),
                announced.pools(),
                wanted.userNames(),
                found.capabilities());
        return new TenantChange.Connect(tenant, app, areas(id, announced.areas()));
    }

    /** Areas in an order in which each comes after its parent; one whose parents go round in a circle is left out. */
    private List<Area> areas(Id<Tenant> tenant, List<Announced.Spot> spots) {
        Map<Key, Area> made = new HashMap<>();
        List<Area> areas = new ArrayList<>();
        List<Announced.Spot> left = new ArrayList<>(spots);
        boolean isGoing = true;
        while (isGoing) {
            isGoing = left.removeIf(spot -> {
                boolean isReady = spot.parent().isEmpty()
                        || made.containsKey(spot.parent().get());
                if (isReady && !made.containsKey(spot.key())) {
                    Area area = new Area(
                            Id.of(ids.next()),
                            tenant,
                            spot.key(),
                            spot.name(),
                            spot.parent().map(made::get).map(Area::id));
                    made.put(spot.key(), area);
                    areas.add(area);
                }
                return isReady;
            });
        }
        return areas;
    }

    /**
     * Another address, token, trust or door for a tenant that is connected; tried before it is kept. The token that is kept is
     * sent to no other scheme, host or port than the one it was entered for (RFC 6454 4).
     */
    @Requires(value = Act.GOVERN, over = Over.WHOLE_TENANT)
    void reconnect(Actor actor, UUID tenant, ConnectionInput input) {
        Id<Tenant> id = Id.of(tenant);
        Model model = snapshots.current().model();
        Tenant known = model.tenants().find(id).orElseThrow(() -> Problem.notFound("tenant", tenant));
        if (manual.is(id)) {
            throw new Problem(
                    409,
                    "tenant.manual",
                    "This tenant has no interface, so there is no connection to change. Connect the application as a new"
                            + " tenant if it has one now.");
        }
        Connections.Reached before = connections
                .reached(id)
                .orElseGet(() -> new Connections.Reached("", Optional.empty(), "", Optional.empty()));
        String base = input.address() == null ? before.address() : base(input.address());
        String certificates = input.certificates() == null ? before.certificates() : certificates(input.certificates());
        String path = model.path(known);
        security.write(SecurityLog.Kind.CONNECTION_TRIED, actor.login(), "tenant " + path + " at " + base);
        String token = token(actor, path, base, certificates, input.token(), before);
        Optional<String> door = input.door() == null ? before.door() : door(input.door());
        boolean isOtherwise = !base.equals(before.address())
                || !before.token().equals(Optional.of(token))
                || !certificates.equals(before.certificates());
        if (isOtherwise) {
            found(base, token, certificates);
        }
        transactions.executeWithoutResult(status -> {
            if (isOtherwise) {
                connections.connect(id, base, token, certificates);
            }
            connections.setDoor(id, door);
            notes.write(actor.login(), "set connection of tenant " + path, Set.of(tenant));
        });
        security.write(SecurityLog.Kind.CONNECTION_CHANGED, actor.login(), "tenant " + path + " at " + base);
    }

    private String token(
            Actor actor,
            String path,
            String base,
            String certificates,
            @Nullable String entered,
            Connections.Reached before) {
        if (entered != null && !entered.isBlank()) {
            return entered;
        }
        boolean isSameDoor = Exchange.isSameOrigin(URI.create(base), URI.create(before.address()))
                && certificates.equals(before.certificates());
        if (before.token().isPresent() && isSameDoor) {
            return before.token().get();
        }
        security.write(
                SecurityLog.Kind.CONNECTION_REFUSED,
                actor.login(),
                "the kept token of tenant " + path + " was not sent to " + base);
        throw Problem.badField(
                "token",
                "connection.token-needed",
                before.token().isPresent()
                        ? "The tenant's address has changed. Enter its token again; the saved token is not"
                                + " sent to another server."
                        : "The saved token cannot be read. Enter it again.");
    }
}

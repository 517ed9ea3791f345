package wexa.server.setup;

import java.net.URI;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Outcome;
import wexa.connect.scim.Announced;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Capability;
import wexa.core.model.Fact;
import wexa.core.model.Id;
import wexa.core.model.Key;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.administrators.UseCases;
import wexa.server.connections.Connections;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.readings.Reader;
import wexa.server.setting.Setting;
import wexa.server.setup.SetupViews.AnnouncedView;
import wexa.server.setup.SetupViews.ConnectionInput;
import wexa.server.setup.SetupViews.NewTenant;
import wexa.server.setup.SetupViews.PoolView;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.Ids;

/** Connects tenants: asks them what they are, keeps that, and reads them for the first time. */
@UseCases
public class TenantSetup {
    private static final String SCIM = "scim/v2/";

    private final Connections connections;
    private final Setting setting;
    private final SnapshotStore snapshots;
    private final Reader reader;
    private final Notes notes;
    private final TransactionTemplate transactions;
    private final Ids ids;

    TenantSetup(
            Connections connections,
            Setting setting,
            SnapshotStore snapshots,
            Reader reader,
            Notes notes,
            TransactionTemplate transactions,
            Ids ids) {
        this.connections = connections;
        this.setting = setting;
        this.snapshots = snapshots;
        this.reader = reader;
        this.notes = notes;
        this.transactions = transactions;
        this.ids = ids;
    }

    /** What is found at an address. Changes nothing, here or there. */
    AnnouncedView probe(Actor actor, String address, String token) {
        actor.require(Act.GOVERN);
        String base = base(address);
        Found found = found(base, token);
        Announced announced = found.announced();
        List<PoolView> seats = announced.seatKinds().stream()
                .map(kind -> new PoolView(kind.name(), announced.pools().getOrDefault(kind.key(), 0)))
                .toList();
        Optional<App> known =
                announced.app().flatMap(key -> app(snapshots.current().model(), key));
        return new AnnouncedView(
                base,
                found.capabilities().stream().map(Enum::name).toList(),
                announced.app().map(Key::text).orElse(null),
                known.map(App::name).orElse(null),
                announced.resourceTypes().stream()
                        .mapToInt(type -> type.actions().size())
                        .sum(),
                announced.resourceTypes().stream().map(App.ResourceType::name).toList(),
                seats,
                announced.areas().stream().map(Announced.Spot::name).toList(),
                announced.accounts());
    }

    private record Found(Announced announced, Set<Capability> capabilities) {}

    private Found found(String base, String token) {
        Connections.Connection connection = connections.to(base, token);
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

    private static Problem unfit(Outcome<?> outcome) {
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
    private static String base(String address) {
        String text = address.strip();
        String slashed = text.endsWith("/") ? text : text + "/";
        String base = slashed.endsWith("/" + SCIM) ? slashed.substring(0, slashed.length() - SCIM.length()) : slashed;
        if (!isWeb(base)) {
            throw Problem.badField(
                    "address",
                    "connection.address",
                    "Write it as https://pelagia.example/north/, with what stands before “scim/v2”.");
        }
        return base;
    }

    private static boolean isWeb(String address) {
        try {
            URI uri = URI.create(address);
            return Set.of("http", "https").contains(String.valueOf(uri.getScheme()))
                    && uri.getHost() != null
                    && uri.getQuery() == null
                    && uri.getFragment() == null;
        } catch (IllegalArgumentException malformed) {
            return false;
        }
    }

    /** Connects a tenant with what it announces now, and reads it. Who had accounts there is unknown until matched. */
    UUID connect(Actor actor, NewTenant wanted) {
        actor.require(Act.GOVERN);
        String base = base(wanted.address());
        Optional<String> door = door(wanted.door());
        Found found = found(base, wanted.token());
        Id<Tenant> id = Id.of(ids.next());
        transactions.executeWithoutResult(status -> {
            setting.write(
                    actor,
                    "Tenant " + wanted.appName().strip() + " " + wanted.name().strip(),
                    model -> made(model, id, wanted, found));
            connections.connect(id, base, wanted.token());
            connections.setDoor(id, door);
        });
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

    private Setting.Made made(Model model, Id<Tenant> id, NewTenant wanted, Found found) {
        Announced announced = found.announced();
        Optional<App> known = app(model, Key.of(wanted.app()));
        Key key = Key.of(wanted.key());
        boolean isTaken = known.isPresent()
                && model.table(Kind.TENANT).by(Tenant.BY_APP, known.get().id()).stream()
                        .anyMatch(other -> other.key().equals(key));
        if (isTaken) {
            throw Problem.badField(
                    "key",
                    "tenant.key-taken",
                    "There is a tenant " + wanted.app() + "/" + wanted.key() + " already. Use another short name.");
        }
        List<Fact> facts = new ArrayList<>();
        App app = known.orElseGet(() -> new App(
                Id.of(ids.next()),
                Key.of(wanted.app()),
                wanted.appName().strip(),
                announced.resourceTypes(),
                announced.seatKinds(),
                List.of(),
                wanted.isPlaceNeeded() ? App.AreaUse.REQUIRED : App.AreaUse.OPTIONAL));
        if (known.isEmpty()) {
            facts.add(app);
        }
        int colour = model.tenants().stream()
                        .map(Tenant::colour)
                        .max(Comparator.naturalOrder())
                        .orElse(-1)
                + 1;
        facts.add(new Tenant(
                id,
                key,
                app.id(),
                wanted.name().strip(),
                wanted.environment(),
                colour,
                announced.pools(),
                wanted.userNames(),
                found.capabilities()));
        facts.addAll(areas(id, announced.areas()));
        return Setting.Made.of(
                "connect tenant " + app.key() + "/" + key + " \"" + app.name() + " "
                        + wanted.name().strip() + "\"",
                facts);
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

    /** Another address, token or door for a tenant that is connected; tried before it is kept. */
    void reconnect(Actor actor, UUID tenant, ConnectionInput input) {
        actor.require(Act.GOVERN);
        Id<Tenant> id = Id.of(tenant);
        Model model = snapshots.current().model();
        Tenant known = model.tenants().find(id).orElseThrow(() -> Problem.notFound("tenant", tenant));
        Connections.Reached before =
                connections.reached(id).orElseGet(() -> new Connections.Reached("", "", Optional.empty()));
        String base = input.address() == null ? before.address() : base(input.address());
        String token = input.token() == null || input.token().isBlank() ? before.token() : input.token();
        Optional<String> door = input.door() == null ? before.door() : door(input.door());
        boolean isElsewhere = !base.equals(before.address()) || !token.equals(before.token());
        if (isElsewhere) {
            found(base, token);
        }
        transactions.executeWithoutResult(status -> {
            if (isElsewhere) {
                connections.connect(id, base, token);
            }
            connections.setDoor(id, door);
            notes.write(actor.login(), "set connection of tenant " + model.path(known), Set.of(tenant));
        });
    }
}

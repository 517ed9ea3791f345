package wexa.server.manual;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.model.App;
import wexa.core.model.Capability;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Sort;
import wexa.core.model.Tenant;
import wexa.core.tenant.TenantChange;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;
import wexa.server.connections.ManualTenants;
import wexa.server.direct.DirectChanges;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.Ids;

/** Adds tenants without an interface: nobody can ask them what they are, so that it is said here. */
@UseCases
public class ManualSetup {
    private final ManualTenants tenants;
    private final Assignees people;
    private final DirectChanges changes;
    private final SnapshotStore snapshots;
    private final TransactionTemplate transactions;
    private final Ids ids;

    ManualSetup(
            ManualTenants tenants,
            Assignees people,
            DirectChanges changes,
            SnapshotStore snapshots,
            TransactionTemplate transactions,
            Ids ids) {
        this.tenants = tenants;
        this.people = people;
        this.changes = changes;
        this.snapshots = snapshots;
        this.transactions = transactions;
        this.ids = ids;
    }

    @Requires(Act.GOVERN)
    public UUID add(Actor actor, ManualViews.NewManualTenant wanted) {
        ManualTenants.Manual manual = people.work(actor, wanted.work(), "work.assignee");
        Id<Tenant> id = Id.of(ids.next());
        transactions.executeWithoutResult(status -> {
            snapshots.lockHead();
            Model model = snapshots.current().model();
            App app = model.table(Kind.APP).by(App.BY_KEY, Key.of(wanted.app())).stream()
                    .findFirst()
                    .orElseGet(() -> app(wanted));
            changes.carryOut(
                    actor,
                    "Tenant " + app.name() + " " + wanted.name().strip(),
                    new TenantChange.Connect(tenant(model, id, app, wanted), app, List.of()));
            tenants.set(id, manual);
        });
        return id.value();
    }

    /** Roles are written as rights in its list of accounts, and a seat stands in it where the app has any. */
    private static Tenant tenant(Model model, Id<Tenant> id, App app, ManualViews.NewManualTenant wanted) {
        Map<Key, Integer> pools = new HashMap<>();
        for (ManualViews.ManualSeatInput seat : wanted.seats()) {
            Key kind = app.seatKinds().stream()
                    .filter(one -> one.name().equalsIgnoreCase(seat.name().strip()))
                    .findFirst()
                    .map(App.SeatKind::key)
                    .orElseThrow(() -> Problem.badField(
                            "seats",
                            "manual.seat",
                            app.name() + " has no seat “" + seat.name().strip() + "”."));
            pools.put(kind, seat.size());
        }
        Set<Capability> capabilities = EnumSet.of(Capability.USERS, Capability.ROLE_VALUES);
        if (!app.seatKinds().isEmpty()) {
            capabilities.add(Capability.SEATS);
        }
        return new Tenant(
                id,
                Key.of(wanted.key()),
                app.id(),
                wanted.name().strip(),
                wanted.environment(),
                Tenant.nextColour(model),
                pools,
                wanted.userNames(),
                capabilities);
    }

    private App app(ManualViews.NewManualTenant wanted) {
        Key app = Key.of(wanted.app());
        Set<Key> taken = new HashSet<>();
        List<App.Action> actions = new ArrayList<>();
        wanted.looks().forEach(label -> actions.add(action(label, Sort.LOOK, "looks", taken)));
        wanted.works().forEach(label -> actions.add(action(label, Sort.WORK, "works", taken)));
        wanted.decisions().forEach(label -> actions.add(action(label, Sort.DECIDE, "decisions", taken)));
        if (actions.isEmpty()) {
            throw Problem.badField(
                    "works", "manual.actions", "Enter at least one thing that people can do in this application.");
        }
        App.ResourceType all = new App.ResourceType(app, wanted.appName().strip(), actions);
        Set<Permission> permissions = new HashSet<>();
        actions.forEach(action -> permissions.add(new Permission(app, app, action.key())));
        List<App.SeatKind> kinds = wanted.seats().stream()
                .map(seat -> new App.SeatKind(
                        key(seat.name(), "seats", new HashSet<>()), seat.name().strip(), permissions))
                .toList();
        return new App(
                Id.of(ids.next()), app, wanted.appName().strip(), List.of(all), kinds, List.of(), App.AreaUse.OPTIONAL);
    }

    private static App.Action action(String label, Sort sort, String field, Set<Key> taken) {
        return new App.Action(key(label, field, taken), label.strip(), sort);
    }

    /** A key made of a label; two labels that come to one key cannot be told apart in sentences. */
    private static Key key(String label, String field, Set<Key> taken) {
        String text = label.strip()
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        if (text.isEmpty()) {
            throw Problem.badField(
                    field, "manual.label", "“" + label.strip() + "” has no letter from a to z and no digit. Add one.");
        }
        Key key = Key.of(text);
        if (!taken.add(key)) {
            throw Problem.badField(
                    field, "manual.label-twice", "“" + label.strip() + "” is there twice. Reword one of them.");
        }
        return key;
    }
}

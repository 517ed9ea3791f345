package wexa.server.tenants;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import wexa.core.consistency.Difference;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.TenantObject;
import wexa.core.lifecycle.SeatPool;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.connections.ManualTenants;
import wexa.server.problems.Problem;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.readings.Reader;
import wexa.server.readings.ValuesThere;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Looking at tenants, and reading one now. */
@UseCases
public class TenantService {
    private final SnapshotStore snapshots;
    private final Observations observations;
    private final Differences differences;
    private final DifferencesSince since;
    private final ValuesThere values;
    private final Reader reader;
    private final ManualTenants manual;
    private final BusinessClock clock;
    private final Ids ids;

    TenantService(
            SnapshotStore snapshots,
            Observations observations,
            Differences differences,
            DifferencesSince since,
            ValuesThere values,
            Reader reader,
            ManualTenants manual,
            BusinessClock clock,
            Ids ids) {
        this.ids = ids;
        this.snapshots = snapshots;
        this.observations = observations;
        this.differences = differences;
        this.since = since;
        this.values = values;
        this.reader = reader;
        this.manual = manual;
        this.clock = clock;
    }

    /** What stands in a row counts everybody in the tenant, so that whoever sees some units only sees none. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public List<TenantViews.TenantRow> list(Actor actor) {
        Snapshot snapshot = snapshots.current();
        Map<Id<Tenant>, Freshness> freshness = observations.freshness();
        return snapshot.model().tenants().stream()
                .filter(tenant ->
                        actor.sight().units().isEmpty() && actor.sight().covers(tenant.id()))
                .sorted(ids.<Tenant>newestFirst(tenant -> tenant.id().value()).thenComparing(Tenant::colour))
                .map(tenant -> row(snapshot, tenant, Optional.ofNullable(freshness.get(tenant.id()))))
                .toList();
    }

    private TenantViews.TenantRow row(Snapshot snapshot, Tenant tenant, Optional<Freshness> fresh) {
        Model model = snapshot.model();
        App app = model.appOf(tenant);
        List<TenantViews.SeatPoolView> pools = new ArrayList<>();
        for (App.SeatKind kind : app.seatKinds()) {
            SeatPool pool = SeatPool.of(model, tenant, kind.key());
            pools.add(TenantViews.pool(kind, pool, clock.now()));
        }
        boolean read = fresh.flatMap(Freshness::doneAt).isPresent();
        return new TenantViews.TenantRow(
                tenant.id().value(),
                model.path(tenant),
                app.name(),
                tenant.name(),
                tenant.environment().name(),
                tenant.colour(),
                (int) model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id()).stream()
                        .filter(Account::isOpen)
                        .count(),
                observations.countStrangers(tenant.id(), ObjectKey.Type.ACCOUNT),
                read ? differences.of(snapshot, tenant).size() : 0,
                fresh.map(one -> one.state().name()).orElse("NEVER"),
                fresh.map(Freshness::detail).orElse(""),
                fresh.flatMap(Freshness::doneAt).orElse(null),
                pools,
                ids.isRecent(tenant.id().value()),
                manual.is(tenant.id()));
    }

    private List<TenantViews.UnknownView> unknown(Tenant tenant) {
        return observations.strangers(tenant.id(), ObjectKey.Type.ACCOUNT).stream()
                .map(stranger -> (TenantObject.AccountState) stranger.state())
                .map(account -> new TenantViews.UnknownView(
                        account.userName(), account.activity() == TenantObject.Activity.OPEN))
                .toList();
    }

    @Requires(value = Act.LOOK, over = Over.SEEN_TENANT)
    public TenantViews.TenantPage page(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        Tenant tenant = tenant(snapshot, id);
        Optional<Freshness> fresh = Optional.ofNullable(observations.freshness().get(tenant.id()));
        List<Difference> found =
                fresh.flatMap(Freshness::doneAt).isPresent() ? differences.of(snapshot, tenant) : List.of();
        DifferenceWords words = new DifferenceWords(snapshot.model(), snapshot.index(), tenant, since.of(tenant));
        return new TenantViews.TenantPage(
                row(snapshot, tenant, fresh),
                tenant.capabilities().stream().map(Enum::name).toList(),
                tenant.userNameRule().name(),
                areas(snapshot.model(), tenant),
                found.stream().map(words::of).toList(),
                excepted(snapshot, tenant, words),
                unknown(tenant),
                written(snapshot.model(), tenant));
    }

    private List<TenantViews.ExceptedView> excepted(Snapshot snapshot, Tenant tenant, DifferenceWords words) {
        return differences.excepted(snapshot, tenant).stream()
                .map(one -> new TenantViews.ExceptedView(
                        one.by().id().value(),
                        words.of(one.difference()),
                        one.by().window().until(),
                        one.by().owner().value(),
                        snapshot.model().people().get(one.by().owner()).name(),
                        one.by().reason()))
                .toList();
    }

    private static List<TenantViews.WrittenRole> written(Model model, Tenant tenant) {
        return Binding.in(tenant.id(), model).stream()
                .map(binding -> new TenantViews.WrittenRole(
                        binding.role().value(),
                        model.roles().get(binding.role()).name(),
                        binding.manner(),
                        binding.name(),
                        binding.area()
                                .flatMap(model.table(Kind.AREA)::find)
                                .map(Area::name)
                                .orElse(null)))
                .sorted(Comparator.comparing(TenantViews.WrittenRole::name))
                .toList();
    }

    /** The groups there that Wexa does not write, as they were last read. */
    @Requires(value = Act.LOOK, over = Over.SEEN_TENANT)
    public List<TenantViews.GroupThere> groups(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        Tenant tenant = tenant(snapshot, id);
        List<TenantViews.GroupThere> groups = new ArrayList<>();
        observations
                .strangers(tenant.id(), ObjectKey.Type.GROUP)
                .forEach(one -> groups.add(there(one.remoteId(), (TenantObject.GroupState) one.state())));
        // left to the tenant, and known by the id that they had
        snapshot.model().table(Kind.BINDING).by(Binding.BY_TENANT, tenant.id()).stream()
                .filter(Binding::isReleased)
                .forEach(binding -> observations
                        .find(tenant.id(), ObjectKey.group(binding.id()))
                        .ifPresent(seen -> groups.add(there(seen.remoteId(), (TenantObject.GroupState) seen.state()))));
        groups.sort(Comparator.comparing(TenantViews.GroupThere::name));
        return groups;
    }

    /** The values of roles and entitlements that accounts there have, as they were last read. Costs the tenant's accounts. */
    @Requires(value = Act.LOOK, over = Over.SEEN_TENANT)
    public List<TenantViews.ValueThere> values(Actor actor, UUID id) {
        Tenant tenant = tenant(snapshots.current(), id);
        List<TenantViews.ValueThere> found = new ArrayList<>();
        values.of(tenant.id()).forEach((name, accounts) -> {
            boolean isRole = name.startsWith(TenantObject.ROLES);
            String prefix = isRole ? TenantObject.ROLES : TenantObject.ENTITLEMENTS;
            found.add(new TenantViews.ValueThere(
                    isRole ? Binding.Manner.ROLE : Binding.Manner.ENTITLEMENT,
                    name.substring(prefix.length()),
                    accounts));
        });
        return found;
    }

    private static TenantViews.GroupThere there(String remoteId, TenantObject.GroupState group) {
        return new TenantViews.GroupThere(
                remoteId, group.name(), group.members().size());
    }

    /** Reads the tenant now, and answers with its page as it is after. */
    @Requires(value = Act.HELP, over = Over.TENANT)
    public TenantViews.TenantPage read(Actor actor, UUID id) {
        Tenant tenant = tenant(snapshots.current(), id);
        if (manual.is(tenant.id())) {
            throw new Problem(
                    409,
                    "tenant.manual",
                    "This tenant has no interface, so it cannot be read from here. Upload a list of its accounts.");
        }
        reader.read(tenant.id());
        return page(actor, id);
    }

    private static Tenant tenant(Snapshot snapshot, UUID id) {
        return snapshot.model().tenants().find(Id.of(id)).orElseThrow(() -> Problem.notFound("tenant", id));
    }

    private static List<TenantViews.AreaView> areas(Model model, Tenant tenant) {
        List<TenantViews.AreaView> views = new ArrayList<>();
        List<Assignment> assignments = model.table(Kind.ASSIGNMENT).by(Assignment.BY_TENANT, tenant.id());
        for (Area area : Area.inOrder(model, tenant.id())) {
            int here = (int) assignments.stream()
                    .filter(one -> one.area().equals(Optional.of(area.id())))
                    .count();
            views.add(new TenantViews.AreaView(area.key().text(), area.name(), area.depth(model), here));
        }
        return views;
    }
}

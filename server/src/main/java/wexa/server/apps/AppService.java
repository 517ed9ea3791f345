package wexa.server.apps;

import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wexa.core.app.Announcement;
import wexa.core.app.AppDifference;
import wexa.core.app.PermissionUses;
import wexa.core.change.Form;
import wexa.core.change.Nature;
import wexa.core.model.App;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.registry.Rooms;
import wexa.core.role.Lineage;
import wexa.core.role.PermissionNames;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.readings.AnnouncedCatalogues;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Applications in the version that was taken over, against what their tenants say. */
@UseCases
public class AppService {
    private final SnapshotStore snapshots;
    private final CatalogueDifferences catalogues;
    private final BusinessClock clock;
    private final Ids ids;

    AppService(SnapshotStore snapshots, CatalogueDifferences catalogues, BusinessClock clock, Ids ids) {
        this.snapshots = snapshots;
        this.catalogues = catalogues;
        this.clock = clock;
        this.ids = ids;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<AppViews.AppView> list(Actor actor) {
        Snapshot snapshot = snapshots.current();
        Map<Id<Tenant>, AnnouncedCatalogues.Kept> said = catalogues.said();
        return snapshot.model().table(Kind.APP).stream()
                .sorted(Comparator.comparing(App::name))
                .map(app -> view(app, snapshot, said, clock.now()))
                .toList();
    }

    private AppViews.AppView view(
            App app, Snapshot snapshot, Map<Id<Tenant>, AnnouncedCatalogues.Kept> said, Instant at) {
        Model model = snapshot.model();
        List<Announcement> announcements = CatalogueDifferences.announcements(app, model, said);
        App together = Announcement.together(app, announcements);
        return new AppViews.AppView(
                app.id().value(),
                app.key().text(),
                app.name(),
                app.version(),
                model.tenants().by(Tenant.BY_APP, app.id()).stream()
                        .sorted(Comparator.comparingInt(Tenant::colour))
                        .map(tenant -> saying(tenant, model, said.get(tenant.id())))
                        .toList(),
                app.seatKinds().stream()
                        .map(kind -> new AppViews.AppSeatKindView(
                                kind.key().text(),
                                kind.name(),
                                kind.description(),
                                PermissionNames.lines(kind.carries(), model)))
                        .toList(),
                app.tasks().stream()
                        .map(task -> new AppViews.AppTaskView(
                                task.key().text(),
                                task.name(),
                                task.description(),
                                PermissionNames.lines(task.needs(), model)))
                        .toList(),
                CatalogueDifferences.of(app, announcements, model).stream()
                        .map(one -> difference(one, app, together, announcements, snapshot, at))
                        .toList());
    }

    private static AppViews.SayingView saying(Tenant tenant, Model model, AnnouncedCatalogues.@Nullable Kept kept) {
        Optional<AnnouncedCatalogues.Kept> known = Optional.ofNullable(kept);
        return new AppViews.SayingView(
                tenant.id().value(),
                model.title(tenant),
                tenant.colour(),
                known.flatMap(AnnouncedCatalogues.Kept::announcement)
                        .map(one -> one.said().version())
                        .orElse(null),
                known.flatMap(AnnouncedCatalogues.Kept::readAt).orElse(null),
                known.map(AnnouncedCatalogues.Kept::detail).orElse(""));
    }

    private AppViews.CatalogueDifferenceView difference(
            AppDifference one, App app, App together, List<Announcement> announcements, Snapshot snapshot, Instant at) {
        Map<String, String> fields = new LinkedHashMap<>(one.form().entryOf(one.values()));
        if (one.form().nature() == Nature.MAKES) {
            fields.put(Form.ID.name(), ids.next().toString());
        }
        boolean isDescribed =
                one.form().fields().stream().noneMatch(field -> field.name().equals("description"))
                        || !fields.getOrDefault("description", "").isEmpty();
        return new AppViews.CatalogueDifferenceView(
                one.sort(),
                one.what(),
                fields.getOrDefault("description", ""),
                announcements.stream()
                        .filter(said -> isSaidBy(one, said, together))
                        .map(said -> snapshot.model()
                                .title(snapshot.model().tenants().get(said.tenant())))
                        .toList(),
                one.permission()
                        .filter(permission -> app.action(permission).isPresent())
                        .map(permission -> touched(permission, app, snapshot, at))
                        .orElse(null),
                one.form().name(),
                fields,
                !isDescribed
                        && one.sort() != AppDifference.Sort.SEAT_KIND_ADDED
                        && one.sort() != AppDifference.Sort.SEAT_KIND_CHANGED);
    }

    /** Whether the tenant has what is new or another; of what is gone, no tenant says anything. */
    private static boolean isSaidBy(AppDifference one, Announcement said, App together) {
        App there = said.said();
        return switch (one.sort()) {
            case PERMISSION_ADDED, PERMISSION_CHANGED, PERMISSION_DESCRIBED ->
                one.permission().filter(said::has).isPresent();
            case SEAT_KIND_ADDED, SEAT_KIND_CHANGED ->
                there.seatKinds().stream().anyMatch(kind -> kind.name().equals(one.what()));
            case TASK_ADDED, TASK_CHANGED ->
                there.tasks().stream().anyMatch(task -> task.name().equals(one.what()));
            case PRESET_ADDED, PRESET_CHANGED ->
                said.presets().stream().anyMatch(preset -> preset.name().equals(one.what()));
            case VERSION -> there.version().equals(together.version());
            case PERMISSION_REMOVED, SEAT_KIND_REMOVED, TASK_REMOVED, PRESET_WITHDRAWN -> false;
        };
    }

    private static AppViews.TouchedView touched(Permission permission, App app, Snapshot snapshot, Instant at) {
        Model model = snapshot.model();
        PermissionUses uses = PermissionUses.of(permission, model);
        Lineage lineage = new Lineage(model);
        Set<Id<Role>> roles = uses.sets().stream()
                .flatMap(set -> lineage.usedBy(set.id()).stream())
                .flatMap(role -> lineage.above(role).stream())
                .collect(Collectors.toSet());
        uses.roles().forEach(role -> roles.add(role.id()));
        return new AppViews.TouchedView(
                uses.sets().stream()
                        .map(set -> new AppViews.UsedByView(set.id().value(), set.name()))
                        .toList(),
                roles.stream()
                        .map(model.roles()::get)
                        .sorted(Comparator.comparing(Role::name))
                        .map(role -> new AppViews.UsedByView(role.id().value(), role.name()))
                        .toList(),
                uses.variants().stream()
                        .flatMap(variant -> Rooms.title(variant, model).stream())
                        .toList(),
                uses.rules().stream().map(ConflictRule::name).toList(),
                app.seatKinds().stream()
                        .filter(kind -> kind.carries().contains(permission))
                        .map(App.SeatKind::name)
                        .toList(),
                app.tasks().stream()
                        .filter(task -> task.needs().contains(permission))
                        .map(App.Task::name)
                        .toList(),
                snapshot.index()
                        .whoHasAny(snapshot.index().mask(Set.of(permission)), Set.of(), at)
                        .size());
    }
}

package wexa.server.roles;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.composition.Cover;
import wexa.core.composition.RoleFit;
import wexa.core.model.App;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.preview.Snapshot;
import wexa.core.role.Lineage;
import wexa.core.role.PermissionNames;
import wexa.core.role.Sensitivities;
import wexa.core.value.Key;
import wexa.core.value.Permission;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Which roles, or which permission sets, give what some work needs. */
@UseCases
public class WorkService {
    private static final int MOST_ROLES = 8;

    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    WorkService(SnapshotStore snapshots, BusinessClock clock) {
        this.snapshots = snapshots;
        this.clock = clock;
    }

    /** The work that people do, app by app. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<WorkViews.AppWork> work(Actor actor) {
        Model model = snapshots.current().model();
        Sensitivities sensitivities = new Sensitivities(model);
        return model.table(Kind.APP).stream()
                .map(app -> new WorkViews.AppWork(
                        app.id().value(),
                        app.name(),
                        app.tasks().stream()
                                .map(task -> new WorkViews.TaskView(
                                        task.key().text(),
                                        task.name(),
                                        task.needs().stream()
                                                .map(Permission::toString)
                                                .toList()))
                                .toList(),
                        app.resourceTypes().stream()
                                .map(type -> type(app, type, sensitivities))
                                .toList()))
                .toList();
    }

    private static WorkViews.TypeView type(App app, App.ResourceType type, Sensitivities sensitivities) {
        return new WorkViews.TypeView(
                type.name(),
                type.actions().stream()
                        .map(action -> {
                            Permission permission = new Permission(app.key(), type.key(), action.key());
                            return new WorkViews.ActionView(
                                    permission.toString(),
                                    action.label(),
                                    action.sort(),
                                    action.description(),
                                    sensitivities.of(permission),
                                    action.sensitivity().orElse(null));
                        })
                        .toList());
    }

    /** What gives these permissions, or those of them that a person or a group lacks. Nothing is kept. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public WorkViews.CoverView cover(Actor actor, List<String> texts, Optional<String> who) {
        if (texts.isEmpty()) {
            throw Problem.badField("permissions", "field.missing", "Choose at least one permission.");
        }
        Snapshot snapshot = snapshots.current();
        Map<Permission, Set<String>> held =
                who.map(text -> Holding.of(text, snapshot, clock.now())).orElse(Map.of());
        return new Covering(snapshot.model(), snapshot.index(), new Sensitivities(snapshot.model()))
                .of(permissions(texts, snapshot.model()), held);
    }

    private static Set<Permission> permissions(List<String> texts, Model model) {
        Set<Permission> found = new TreeSet<>();
        for (String text : texts) {
            String[] parts = text.split(":", -1);
            boolean isWellFormed =
                    parts.length == 3 && Key.accepts(parts[0]) && Key.accepts(parts[1]) && Key.accepts(parts[2]);
            boolean isKnown = isWellFormed
                    && model.table(Kind.APP).by(App.BY_KEY, Key.of(parts[0])).stream()
                            .anyMatch(app -> app.permissions().contains(Permission.of(text)));
            if (!isKnown) {
                throw Problem.badField(
                        "permissions",
                        "permission.unknown",
                        "“" + text + "” is not a permission of any application. Choose from the list.");
            }
            found.add(Permission.of(text));
        }
        return found;
    }

    private record Covering(Model model, AccessIndex index, Sensitivities sensitivities) {
        WorkViews.CoverView of(Set<Permission> asked, Map<Permission, Set<String>> held) {
            Set<Permission> needed = new TreeSet<>(asked);
            needed.removeAll(held.keySet());
            List<PermissionSet> offered =
                    model.table(Kind.PERMISSION_SET).stream().toList();
            Cover cover = Cover.of(offered, needed, one -> RoleFit.weight(sensitivities.of(one)));
            Set<Permission> together = new TreeSet<>(needed);
            together.addAll(cover.excess());
            return new WorkViews.CoverView(
                    views(needed),
                    asked.stream()
                            .filter(held::containsKey)
                            .map(one -> new WorkViews.HeldView(
                                    views(List.of(one)).get(0), List.copyOf(held.getOrDefault(one, Set.of()))))
                            .toList(),
                    RoleFit.of(needed, index, sensitivities).stream()
                            .limit(MOST_ROLES)
                            .map(this::fit)
                            .toList(),
                    new WorkViews.SetsView(
                            cover.sets().stream().map(Covering::set).toList(),
                            views(cover.excess()),
                            views(cover.missing()),
                            cover.weight(),
                            cover.isBest(),
                            cover.gap(),
                            names(model.table(Kind.CONFLICT_RULE).stream()
                                    .filter(rule -> rule.isMetBy(together, Set.of(), model))
                                    .toList())),
                    seats(needed));
        }

        private WorkViews.FitView fit(RoleFit fit) {
            return new WorkViews.FitView(
                    fit.role().id().value(),
                    fit.role().key().text(),
                    fit.role().name(),
                    fit.role().description(),
                    views(fit.lacks()),
                    views(fit.excess()),
                    fit.weight(),
                    model.table(Kind.ASSIGNMENT)
                            .by(Assignment.BY_ROLE, fit.role().id())
                            .size(),
                    names(new Lineage(model)
                            .conflictsInside(
                                    fit.role().id(),
                                    index.permissionsOf(fit.role().id()))));
        }

        private static WorkViews.SetView set(PermissionSet set) {
            return new WorkViews.SetView(
                    set.id().value(),
                    set.key().text(),
                    set.name(),
                    set.description(),
                    set.permissions().size());
        }

        private static List<String> names(List<ConflictRule> rules) {
            return rules.stream().map(ConflictRule::name).toList();
        }

        private List<WorkViews.PermissionView> views(Collection<Permission> permissions) {
            return permissions.stream()
                    .sorted()
                    .map(one -> {
                        PermissionNames.Named named = PermissionNames.of(one, model);
                        return new WorkViews.PermissionView(
                                one.toString(), named.type(), named.action(), sensitivities.of(one));
                    })
                    .toList();
        }

        private List<WorkViews.AppSeat> seats(Set<Permission> needed) {
            return model.table(Kind.APP).stream()
                    .filter(app -> !app.seatKinds().isEmpty()
                            && needed.stream().anyMatch(one -> one.app().equals(app.key())))
                    .map(app -> new WorkViews.AppSeat(
                            app.name(),
                            Usability.leastSeat(app, needed)
                                    .map(App.SeatKind::name)
                                    .orElse(null)))
                    .toList();
        }
    }
}

package wexa.server.roles;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Stream;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.core.value.Window;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Looking at roles: what they are made of, and to whom they are given. */
@UseCases
public class RoleService {
    private static final int MOST_GIVEN = 500;

    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    RoleService(SnapshotStore snapshots, BusinessClock clock) {
        this.snapshots = snapshots;
        this.clock = clock;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<RoleViews.ConflictView> conflicts(Actor actor) {
        return new ConflictViews(snapshots.current(), clock.now()).all();
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<RoleViews.RoleRow> list(Actor actor) {
        Snapshot snapshot = snapshots.current();
        return snapshot.model().roles().stream()
                .map(role -> row(snapshot, role))
                .sorted(Comparator.comparing((RoleViews.RoleRow row) -> String.join(",", row.apps()))
                        .thenComparing(RoleViews.RoleRow::name))
                .toList();
    }

    private RoleViews.RoleRow row(Snapshot snapshot, Role role) {
        Model model = snapshot.model();
        Set<Permission> permissions = snapshot.index().permissionsOf(role.id());
        List<String> apps = permissions.stream()
                .map(Permission::app)
                .distinct()
                .flatMap(key -> model.table(Kind.APP).by(App.BY_KEY, key).stream())
                .map(App::name)
                .toList();
        return new RoleViews.RoleRow(
                role.id().value(),
                role.key().text(),
                role.name(),
                role.description(),
                apps,
                permissions.size(),
                (int) standing(model, role, clock.now()).count(),
                role.owner().flatMap(model.people()::find).map(Person::name).orElse(null));
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public RoleViews.RolePage page(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Instant now = clock.now();
        Role role = model.roles().find(Id.of(id)).orElseThrow(() -> Problem.notFound("role", id));
        List<RoleViews.Ingredient> ingredients = new ArrayList<>();
        List<Set<Permission>> contents = new ArrayList<>();
        for (Id<Role> included : role.includes()) {
            Role inner = model.roles().get(included);
            ingredients.add(new RoleViews.Ingredient(inner.id().value(), inner.name(), "role"));
            contents.add(snapshot.index().permissionsOf(included));
        }
        role.sets().stream().map(model.table(Kind.PERMISSION_SET)::get).forEach(set -> {
            ingredients.add(new RoleViews.Ingredient(set.id().value(), set.name(), "set"));
            contents.add(set.permissions());
        });
        return new RoleViews.RolePage(
                row(snapshot, role),
                ingredients,
                lines(model, role, contents, snapshot.index().permissionsOf(role.id())),
                standing(model, role, now)
                        .limit(MOST_GIVEN)
                        .map(one -> given(model, one, now))
                        .toList(),
                (int) Math.max(0, standing(model, role, now).count() - MOST_GIVEN));
    }

    private static List<RoleViews.Line> lines(
            Model model, Role role, List<Set<Permission>> contents, Set<Permission> result) {
        Set<Permission> all = new TreeSet<>(role.exclusions());
        contents.forEach(all::addAll);
        List<RoleViews.Line> lines = new ArrayList<>();
        for (App app : model.table(Kind.APP).stream().toList()) {
            for (App.ResourceType type : app.resourceTypes()) {
                for (App.Action action : type.actions()) {
                    Permission permission = new Permission(app.key(), type.key(), action.key());
                    if (all.contains(permission)) {
                        lines.add(new RoleViews.Line(
                                app.name(),
                                type.name(),
                                action.label(),
                                action.sort().name(),
                                contents.stream()
                                        .map(content -> content.contains(permission))
                                        .toList(),
                                result.contains(permission),
                                role.exclusions().contains(permission)));
                    }
                }
            }
        }
        return lines;
    }

    /** What is over is not told: who had it stands in the log. */
    private static Stream<Assignment> standing(Model model, Role role, Instant now) {
        return model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role.id()).stream()
                .filter(one -> one.effective(model)
                        .filter(window -> !window.endsBy(now))
                        .isPresent());
    }

    private static RoleViews.Given given(Model model, Assignment one, Instant now) {
        Tenant tenant = model.tenants().get(one.tenant());
        Window window = one.effective(model).orElseThrow();
        boolean isInert = one.area().isEmpty() && model.appOf(tenant).needsArea();
        boolean isGroup = one.subject() instanceof Subject.OfGroup;
        return new RoleViews.Given(
                name(model, one.subject()),
                one.subject() instanceof Subject.OfPerson person
                        ? person.person().value()
                        : ((Subject.OfGroup) one.subject()).group().value(),
                isGroup,
                model.title(tenant),
                tenant.colour(),
                isInert
                        ? null
                        : one.area()
                                .map(model.table(Kind.AREA)::get)
                                .map(Area::name)
                                .orElse("everywhere"),
                window.from().isAfter(now) ? window.from() : null,
                window.isOpenEnded() ? null : window.until());
    }

    private static String name(Model model, Subject subject) {
        return subject instanceof Subject.OfPerson person
                ? model.people().find(person.person()).map(Person::name).orElse("")
                : model.groups().get(((Subject.OfGroup) subject).group()).name();
    }
}

package wexa.server.roles;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wexa.core.composition.Composition;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.role.PermissionNames;
import wexa.core.role.Sensitivities;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.core.value.Window;
import wexa.server.drafts.Previews;
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
    private final Previews previews;
    private final BusinessClock clock;

    RoleService(SnapshotStore snapshots, Previews previews, BusinessClock clock) {
        this.snapshots = snapshots;
        this.previews = previews;
        this.clock = clock;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<RoleViews.RoleRow> list(Actor actor) {
        Snapshot snapshot = snapshots.current();
        Sensitivities sensitivities = new Sensitivities(snapshot.model());
        return snapshot.model().roles().stream()
                .map(role -> row(snapshot.model(), role, snapshot.index().permissionsOf(role.id()), sensitivities))
                .sorted(Comparator.comparing((RoleViews.RoleRow row) -> String.join(",", row.apps()))
                        .thenComparing(RoleViews.RoleRow::name))
                .toList();
    }

    private RoleViews.RoleRow row(Model model, Role role, Set<Permission> permissions, Sensitivities sensitivities) {
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
                role.owner().flatMap(model.people()::find).map(Person::name).orElse(null),
                role.stage(),
                sensitivities.of(role, permissions),
                VariantViews.count(role.id(), model));
    }

    /** A role as it is, or as a draft would have it. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public RoleViews.RolePage page(Actor actor, UUID id, Optional<UUID> draft) {
        Preview preview = previews.of(draft);
        Id<Role> wanted = Id.of(id);
        Optional<Role> before = preview.snapshot().model().roles().find(wanted);
        Optional<Preview.Outcome> outcome = DraftedRole.outcome(preview, wanted);
        Role role = outcome.flatMap(found -> DraftedRole.wanted(found, preview))
                .or(() -> preview.model().roles().find(wanted))
                .or(() -> before)
                .orElseThrow(() -> Problem.notFound("role", id));
        Model model = preview.model();
        Composition composition =
                Composition.of(role, outcome.isPresent() ? before : Optional.of(role), model, preview.index());
        Set<Permission> given = composition.lines().stream()
                .filter(Composition.Line::isGiven)
                .map(Composition.Line::permission)
                .collect(Collectors.toCollection(TreeSet::new));
        Sensitivities sensitivities = new Sensitivities(model);
        Instant now = clock.now();
        return new RoleViews.RolePage(
                row(model, role, given, sensitivities),
                PermissionNames.lines(given, model),
                role.owner().map(Id::value).orElse(null),
                role.sensitivity().isPresent(),
                role.source().map(Id::value).orElse(null),
                role.source().flatMap(model.roles()::find).map(Role::name).orElse(null),
                SourceChanges.of(role, model, snapshots).orElse(null),
                expected(role, preview, now),
                composition.ingredients().stream()
                        .map(one -> ingredient(one, preview, sensitivities))
                        .toList(),
                lines(model, composition, sensitivities),
                standing(model, role, now)
                        .limit(MOST_GIVEN)
                        .map(one -> given(model, one, now))
                        .toList(),
                (int) Math.max(0, standing(model, role, now).count() - MOST_GIVEN),
                outcome.map(RoleService::entry).orElse(null));
    }

    /** Those who are still known. A group has the role where it is given to the group itself. */
    private static List<RoleViews.Expected> expected(Role role, Preview preview, Instant now) {
        Model model = preview.model();
        Set<Subject> given = standing(model, role, now).map(Assignment::subject).collect(Collectors.toSet());
        List<RoleViews.Expected> found = new ArrayList<>();
        for (Subject subject : role.expected()) {
            switch (subject) {
                case Subject.OfPerson one ->
                    model.people()
                            .find(one.person())
                            .ifPresent(person -> found.add(new RoleViews.Expected(
                                    subject.toString(),
                                    person.name(),
                                    given.contains(subject)
                                            || preview.index().groupsOf(person.id(), now).stream()
                                                    .anyMatch(group -> given.contains(new Subject.OfGroup(group))))));
                case Subject.OfGroup many ->
                    model.groups()
                            .find(many.group())
                            .ifPresent(group -> found.add(
                                    new RoleViews.Expected(subject.toString(), group.name(), given.contains(subject))));
            }
        }
        return found;
    }

    private static RoleViews.RoleEntry entry(Preview.Outcome outcome) {
        return new RoleViews.RoleEntry(
                outcome.entry().id().value(),
                outcome.entry().form(),
                outcome.entry().fields(),
                outcome.state().name(),
                outcome.findings().stream().map(Previews::finding).toList());
    }

    private static RoleViews.Ingredient ingredient(
            Composition.Ingredient one, Preview preview, Sensitivities sensitivities) {
        return switch (one.part()) {
            case Composition.Part.OfRole(Role inner) ->
                new RoleViews.Ingredient(
                        inner.id().value(),
                        RoleViews.IngredientKind.ROLE,
                        inner.key().text(),
                        inner.name(),
                        sensitivities.of(inner, preview.index().permissionsOf(inner.id())),
                        one.presence(),
                        one.isRedundant());
            case Composition.Part.OfSet(PermissionSet set) ->
                new RoleViews.Ingredient(
                        set.id().value(),
                        RoleViews.IngredientKind.SET,
                        set.key().text(),
                        set.name(),
                        sensitivities.of(set),
                        one.presence(),
                        one.isRedundant());
        };
    }

    /** In the order of the catalogue. */
    private static List<RoleViews.Line> lines(Model model, Composition composition, Sensitivities sensitivities) {
        Map<Permission, Composition.Line> byPermission = new HashMap<>();
        composition.lines().forEach(line -> byPermission.put(line.permission(), line));
        List<RoleViews.Line> lines = new ArrayList<>();
        for (App app : model.table(Kind.APP).stream().toList()) {
            for (App.ResourceType type : app.resourceTypes()) {
                for (App.Action action : type.actions()) {
                    Permission permission = new Permission(app.key(), type.key(), action.key());
                    Optional.ofNullable(byPermission.get(permission))
                            .ifPresent(line -> lines.add(new RoleViews.Line(
                                    permission.toString(),
                                    app.name(),
                                    type.name(),
                                    action.label(),
                                    action.sort().name(),
                                    action.description(),
                                    sensitivities.of(permission),
                                    line.cells(),
                                    line.isExcluded(),
                                    line.wasExcluded(),
                                    line.isGiven(),
                                    line.wasGiven())));
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
                one.id().value(),
                name(model, one.subject()),
                one.subject() instanceof Subject.OfPerson person
                        ? person.person().value()
                        : ((Subject.OfGroup) one.subject()).group().value(),
                isGroup,
                model.title(tenant),
                tenant.id().value(),
                tenant.colour(),
                isInert
                        ? null
                        : one.area()
                                .map(model.table(Kind.AREA)::get)
                                .map(Area::name)
                                .orElse("everywhere"),
                one.area().map(Id::value).orElse(null),
                window.from().isAfter(now) ? window.from() : null,
                window.isOpenEnded() ? null : window.until());
    }

    private static String name(Model model, Subject subject) {
        return subject instanceof Subject.OfPerson person
                ? model.people().find(person.person()).map(Person::name).orElse("")
                : model.groups().get(((Subject.OfGroup) subject).group()).name();
    }
}

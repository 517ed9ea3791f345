package wexa.server.catalogue;

import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import wexa.core.lifecycle.SeatPool;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Capability;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** What there is to choose from. */
@UseCases
public class CatalogueService {
    private static final int MOST_JOBS = 100;

    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    CatalogueService(SnapshotStore snapshots, BusinessClock clock) {
        this.snapshots = snapshots;
        this.clock = clock;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public CatalogueView get(Actor actor) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        return new CatalogueView(
                model.table(Kind.HOME).stream()
                        .map(home -> new CatalogueView.HomeChoice(home.key().text(), home.name(), !home.isPartners()))
                        .toList(),
                model.table(Kind.UNIT).stream()
                        .map(unit -> new CatalogueView.UnitChoice(
                                unit.id().value(), unit.key().text(), unit.name()))
                        .toList(),
                model.table(Kind.ENGAGEMENT).stream()
                        .map(Engagement::job)
                        .distinct()
                        .sorted()
                        .limit(MOST_JOBS)
                        .toList(),
                model.groups().stream()
                        .filter(group -> group.kind() == GroupKind.ASSIGNED)
                        .sorted(Comparator.comparing(Group::name))
                        .map(group -> group(snapshot, group, clock.now()))
                        .toList(),
                model.roles().stream()
                        .sorted(Comparator.comparing(Role::name))
                        .map(role -> role(snapshot, role))
                        .toList(),
                model.tenants().stream()
                        .sorted(Comparator.comparingInt(Tenant::colour))
                        .map(tenant -> tenant(snapshot, tenant))
                        .toList());
    }

    private static CatalogueView.GroupChoice group(Snapshot snapshot, Group group, Instant now) {
        Model model = snapshot.model();
        List<String> gives =
                model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, new Subject.OfGroup(group.id())).stream()
                        .map(one -> model.roles().get(one.role()).name() + " in "
                                + model.title(model.tenants().get(one.tenant()))
                                + one.area()
                                        .map(area -> ", "
                                                + model.table(Kind.AREA)
                                                        .get(area)
                                                        .name())
                                        .orElse(""))
                        .toList();
        return new CatalogueView.GroupChoice(
                group.id().value(),
                group.key().text(),
                group.name(),
                group.description(),
                snapshot.index().membersOf(group.id(), now).size(),
                gives);
    }

    private static CatalogueView.RoleChoice role(Snapshot snapshot, Role role) {
        var permissions = snapshot.index().permissionsOf(role.id());
        return new CatalogueView.RoleChoice(
                role.id().value(),
                role.key().text(),
                role.name(),
                role.description(),
                permissions.stream()
                        .map(permission -> permission.app().text())
                        .distinct()
                        .toList(),
                permissions.size());
    }

    private CatalogueView.TenantChoice tenant(Snapshot snapshot, Tenant tenant) {
        Model model = snapshot.model();
        Map<Id<Area>, Integer> people = peopleAt(snapshot, tenant);
        App app = model.appOf(tenant);
        List<CatalogueView.SeatChoice> seats = app.seatKinds().stream()
                .map(kind -> {
                    SeatPool pool = SeatPool.of(model, tenant, kind.key());
                    return new CatalogueView.SeatChoice(
                            kind.key().text(),
                            kind.name(),
                            pool.size() - pool.takenAt(clock.now()),
                            pool.size(),
                            kind.carries().stream().map(Permission::toString).toList());
                })
                .toList();
        return new CatalogueView.TenantChoice(
                tenant.id().value(),
                model.path(tenant),
                app.name(),
                tenant.name(),
                tenant.colour(),
                tenant.environment().name(),
                tenant.userNameRule().name(),
                app.needsArea(),
                tenant.can(Capability.ASSIGNMENTS)
                        || !Binding.in(tenant.id(), model).isEmpty(),
                Area.inOrder(model, tenant.id()).stream()
                        .map(area -> new CatalogueView.AreaChoice(
                                area.id().value(),
                                area.key().text(),
                                area.name(),
                                area.depth(model),
                                people.getOrDefault(area.id(), 0)))
                        .toList(),
                seats,
                app.needs().stream()
                        .map(need ->
                                new CatalogueView.NeedChoice(need.seatKind().text(), need.attribute()))
                        .toList());
    }

    /** How many people have a role given right at each area, themselves or through a group. */
    private Map<Id<Area>, Integer> peopleAt(Snapshot snapshot, Tenant tenant) {
        Instant now = clock.now();
        Map<Id<Area>, Set<Id<Person>>> found = new HashMap<>();
        for (Assignment assignment : snapshot.model().table(Kind.ASSIGNMENT).by(Assignment.BY_TENANT, tenant.id())) {
            boolean holds = assignment
                    .effective(snapshot.model())
                    .map(window -> window.contains(now))
                    .orElse(false);
            if (holds && assignment.area().isPresent()) {
                Set<Id<Person>> here = found.computeIfAbsent(assignment.area().get(), any -> new HashSet<>());
                if (assignment.subject() instanceof Subject.OfPerson one) {
                    here.add(one.person());
                } else if (assignment.subject() instanceof Subject.OfGroup many) {
                    here.addAll(snapshot.index().membersOf(many.group(), now).all());
                }
            }
        }
        return found.entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey, entry -> entry.getValue().size()));
    }
}

package wexa.server.roles;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Capability;
import wexa.core.model.Environment;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
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

/** Where a role can be given: in the tenants of its apps, at their areas. */
@UseCases
public class RolePlaces {
    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    RolePlaces(SnapshotStore snapshots, BusinessClock clock) {
        this.snapshots = snapshots;
        this.clock = clock;
    }

    /**
     * A tenant in which a role can be given.
     *
     * @param isManaged whether roles given here are carried to it
     * @param here people who have the role without an area
     */
    public record PlaceTenant(
            UUID id,
            String title,
            int colour,
            boolean isTraining,
            boolean isManaged,
            boolean needsArea,
            int here,
            List<PlaceArea> areas) {}

    /**
     * An area, each after the one that it is in.
     *
     * @param below how many areas are in it
     * @param here people who have the role at the area itself
     * @param others people who have another role there
     */
    public record PlaceArea(
            UUID id, String key, String name, @Nullable UUID parent, int depth, int below, int here, int others) {}

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<PlaceTenant> of(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Role role = model.roles().find(Id.of(id)).orElseThrow(() -> Problem.notFound("role", id));
        Set<Key> apps = snapshot.index().permissionsOf(role.id()).stream()
                .map(Permission::app)
                .collect(Collectors.toSet());
        return model.tenants().stream()
                .filter(tenant -> apps.contains(model.appOf(tenant).key()))
                .sorted(Comparator.comparingInt(Tenant::colour))
                .map(tenant -> new Counting(snapshot, role, tenant, clock.now()).view())
                .toList();
    }

    /** Counts who has something at each area of one tenant. Costs the tenant's assignments and the members of its groups. */
    private static final class Counting {
        private final Snapshot snapshot;
        private final Model model;
        private final Role role;
        private final Tenant tenant;
        private final Instant at;
        private final Map<Optional<Id<Area>>, Set<Subject>> here = new HashMap<>();
        private final Map<Optional<Id<Area>>, Set<Subject>> others = new HashMap<>();

        Counting(Snapshot snapshot, Role role, Tenant tenant, Instant at) {
            this.snapshot = snapshot;
            this.model = snapshot.model();
            this.role = role;
            this.tenant = tenant;
            this.at = at;
        }

        PlaceTenant view() {
            for (Assignment one : model.table(Kind.ASSIGNMENT).by(Assignment.BY_TENANT, tenant.id())) {
                if (one.effective(model).filter(window -> window.contains(at)).isPresent()) {
                    (one.role().equals(role.id()) ? here : others)
                            .computeIfAbsent(one.area(), any -> new HashSet<>())
                            .add(one.subject());
                }
            }
            List<Area> areas = model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id());
            Map<Optional<Id<Area>>, List<Area>> byParent = areas.stream()
                    .sorted(Comparator.comparing(Area::name))
                    .collect(Collectors.groupingBy(Area::parent));
            List<PlaceArea> views = new ArrayList<>();
            add(Optional.empty(), byParent, views);
            return new PlaceTenant(
                    tenant.id().value(),
                    model.title(tenant),
                    tenant.colour(),
                    tenant.environment() == Environment.TRAINING,
                    tenant.can(Capability.ASSIGNMENTS),
                    model.appOf(tenant).needsArea(),
                    count(here, Optional.empty()),
                    views);
        }

        private int count(Map<Optional<Id<Area>>, Set<Subject>> found, Optional<Id<Area>> area) {
            return snapshot.index()
                    .peopleOf(found.getOrDefault(area, Set.of()), at)
                    .size();
        }

        /** Areas in an area, each followed by those in it; trees are as deep as sites are nested, not as data are many. */
        private int add(Optional<Id<Area>> parent, Map<Optional<Id<Area>>, List<Area>> byParent, List<PlaceArea> to) {
            int added = 0;
            for (Area area : byParent.getOrDefault(parent, List.of())) {
                int place = to.size();
                Optional<Id<Area>> self = Optional.of(area.id());
                List<PlaceArea> inside = new ArrayList<>();
                int below = add(self, byParent, inside);
                to.add(
                        place,
                        new PlaceArea(
                                area.id().value(),
                                area.key().text(),
                                area.name(),
                                parent.map(Id::value).orElse(null),
                                area.depth(model),
                                below,
                                count(here, self),
                                count(others, self)));
                to.addAll(inside);
                added += 1 + below;
            }
            return added;
        }
    }
}

package wexa.server.roles;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
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
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.TenantObject;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
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
import wexa.server.readings.Observations;
import wexa.server.readings.ValuesThere;
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
    private final Observations observations;
    private final ValuesThere values;
    private final BusinessClock clock;

    RolePlaces(SnapshotStore snapshots, Observations observations, ValuesThere values, BusinessClock clock) {
        this.values = values;
        this.snapshots = snapshots;
        this.observations = observations;
        this.clock = clock;
    }

    /**
     * A tenant in which a role can be given.
     *
     * @param isManaged whether the role is carried to it where it is given there, or at least at some area
     * @param isWritten whether it takes roles and assignments, so that the role needs no group there
     * @param manners as what else the role can be written there
     * @param variant how the role differs there from elsewhere, if it does
     * @param bound as what groups or values there the role is written
     * @param here people who have the role without an area
     */
    public record PlaceTenant(
            UUID id,
            String title,
            String app,
            int colour,
            boolean isTraining,
            boolean isManaged,
            boolean isWritten,
            List<Binding.Manner> manners,
            boolean needsArea,
            int here,
            VariantViews.@Nullable VariantView variant,
            List<BoundAs> bound,
            List<PlaceArea> areas) {}

    /**
     * A group of a tenant, or a value of its users, as which the role is written, everywhere or at an area and below it.
     *
     * @param isFound whether the tenant had the group before
     * @param members how many accounts should be in it or have it
     * @param there how many were or did when the tenant was last read; none if the group was not there
     */
    public record BoundAs(
            UUID binding,
            Binding.Manner manner,
            String name,
            @Nullable UUID areaId,
            @Nullable String area,
            boolean isFound,
            int members,
            @Nullable Integer there) {}

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
                .map(tenant -> new Counting(snapshot, role, tenant, clock.now()).view(bound(snapshot, role, tenant)))
                .toList();
    }

    /** Costs the assignments of the role, and the tenant's accounts where it is written as a value. */
    private List<BoundAs> bound(Snapshot snapshot, Role role, Tenant tenant) {
        Model model = snapshot.model();
        DesiredState desired = new DesiredState(model, snapshot.index(), tenant, clock.now());
        List<Binding> bindings = Binding.in(tenant.id(), model).stream()
                .filter(binding -> binding.role().equals(role.id()))
                .toList();
        Map<String, Integer> there = bindings.stream().allMatch(binding -> binding.manner() == Binding.Manner.GROUP)
                ? Map.of()
                : values.of(tenant.id());
        return bindings.stream()
                .map(binding -> new BoundAs(
                        binding.id().value(),
                        binding.manner(),
                        binding.name(),
                        binding.area().map(Id::value).orElse(null),
                        binding.area()
                                .flatMap(model.table(Kind.AREA)::find)
                                .map(Area::name)
                                .orElse(null),
                        binding.found().isPresent(),
                        desired.members(binding).size(),
                        binding.manner() == Binding.Manner.GROUP
                                ? observations
                                        .find(tenant.id(), ObjectKey.group(binding.id()))
                                        .map(seen -> members(seen.state()))
                                        .orElse(null)
                                : there.getOrDefault(DesiredState.valueOf(binding), 0)))
                .toList();
    }

    private static int members(TenantObject state) {
        return state instanceof TenantObject.GroupState group ? group.members().size() : 0;
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

        PlaceTenant view(List<BoundAs> bound) {
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
                    model.appOf(tenant).name(),
                    tenant.colour(),
                    tenant.environment() == Environment.TRAINING,
                    tenant.can(Capability.ASSIGNMENTS) || !bound.isEmpty(),
                    tenant.can(Capability.ASSIGNMENTS),
                    Arrays.stream(Binding.Manner.values())
                            .filter(manner -> tenant.can(manner.needed()))
                            .toList(),
                    model.appOf(tenant).needsArea(),
                    count(here, Optional.empty()),
                    VariantViews.of(role, tenant, snapshot).orElse(null),
                    bound,
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

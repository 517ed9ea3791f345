package wexa.core.preview;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.RoleEffect;
import wexa.core.access.Usability;
import wexa.core.cancelling.Cancellation;
import wexa.core.model.Area;
import wexa.core.model.Effect;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.registry.Rooms;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * Who really gains and loses what at one instant: what another path keeps is neither. What is held all along may come to be
 * usable, or cease to be (rule 6): for whoever has it that is a gain or a loss as well. A wide change makes millions of single
 * gains; it is kept place by place, and taken apart only for those who ask.
 */
public final class Impact {
    private final Instant at;
    private final List<Change> changes;

    /** One permission at one area that a person comes to hold, or no longer holds. */
    public record Shift(Id<Person> person, Id<Tenant> tenant, Optional<Id<Area>> area, Permission permission) {}

    /**
     * All that is different for a person at one area of a tenant, or everywhere in it.
     *
     * @param gains what is held that was not
     * @param losses what was held and is not
     * @param started what is held all along and can be used only now
     * @param stopped what is held all along and can be used no longer
     * @param was whether what was held in the tenant could be used; empty if the person or the tenant was not there
     * @param is whether what is held there can be used
     */
    public record Change(
            Id<Person> person,
            Id<Tenant> tenant,
            Optional<Id<Area>> area,
            Set<Permission> gains,
            Set<Permission> losses,
            Set<Permission> started,
            Set<Permission> stopped,
            Optional<Usability> was,
            Optional<Usability> is) {}

    private Impact(Instant at, List<Change> changes) {
        this.at = at;
        this.changes = List.copyOf(changes);
    }

    static Impact of(Snapshot before, Model model, AccessIndex after, List<Effect> effects, Instant at) {
        List<Change> changes = new ArrayList<>();
        boolean canCompareRoles = RoleEffect.canCompare(before.index(), after);
        Affected affected = affected(before, model, after, effects, at, canCompareRoles);
        if (affected.isAnyRoleAnother() && canCompareRoles) {
            RoleEffect roles = RoleEffect.between(before.index(), after, at);
            ofRoles(roles, affected.people(), model, at, changes);
        }
        for (Id<Person> person : affected.people()) {
            Cancellation.check();
            new Comparison(person, before.model(), model, at)
                    .add(before.index().of(person, at), after.of(person, at), changes);
        }
        return new Impact(at, changes);
    }

    /** What changed roles do to those about whom nothing else changes: what they hold all along is used as before. */
    private static void ofRoles(
            RoleEffect roles, Set<Id<Person>> others, Model model, Instant at, List<Change> changes) {
        Map<Id<Tenant>, Optional<Usability>> known = new HashMap<>();
        Optional<Id<Person>> last = Optional.empty();
        for (RoleEffect.Change change : roles.changes()) {
            Id<Person> person = change.person();
            if (others.contains(person)) {
                continue;
            }
            if (!last.equals(Optional.of(person))) {
                Cancellation.check();
                known.clear();
                last = Optional.of(person);
            }
            Optional<Usability> use = known.computeIfAbsent(
                    change.tenant(), tenant -> Optional.of(Usability.of(model, person, tenant, at)));
            changes.add(new Change(
                    person,
                    change.tenant(),
                    change.area(),
                    change.gains(),
                    change.losses(),
                    Set.of(),
                    Set.of(),
                    use,
                    use));
        }
    }

    /** What one person holds before and after. */
    private static final class Comparison {
        private final Id<Person> person;
        private final Model before;
        private final Model after;
        private final Instant at;
        private final Map<Id<Tenant>, Optional<Usability>> were = new HashMap<>();
        private final Map<Id<Tenant>, Optional<Usability>> are = new HashMap<>();
        private final Map<Place, Different> places = new LinkedHashMap<>();

        private record Place(Id<Tenant> tenant, Optional<Id<Area>> area) {
            Place(Access.Reach reach) {
                this(reach.tenant(), reach.area());
            }
        }

        private record Different(
                Set<Permission> gains, Set<Permission> losses, Set<Permission> started, Set<Permission> stopped) {
            Different() {
                this(new LinkedHashSet<>(), new LinkedHashSet<>(), new LinkedHashSet<>(), new LinkedHashSet<>());
            }
        }

        Comparison(Id<Person> person, Model before, Model after, Instant at) {
            this.person = person;
            this.before = before;
            this.after = after;
            this.at = at;
        }

        void add(Access had, Access has, List<Change> changes) {
            for (Access.Reach reach : has.beyond(had)) {
                at(new Place(reach)).gains().addAll(reach.permissions());
            }
            for (Access.Reach reach : had.beyond(has)) {
                at(new Place(reach)).losses().addAll(reach.permissions());
            }
            for (Access.Reach reach : has.reaches()) {
                compareUse(reach);
            }
            places.forEach((place, different) -> changes.add(new Change(
                    person,
                    place.tenant(),
                    place.area(),
                    different.gains(),
                    different.losses(),
                    different.started(),
                    different.stopped(),
                    use(were, before, place.tenant()),
                    use(are, after, place.tenant()))));
        }

        private Different at(Place place) {
            return places.computeIfAbsent(place, any -> new Different());
        }

        private Optional<Usability> use(Map<Id<Tenant>, Optional<Usability>> known, Model model, Id<Tenant> tenant) {
            return known.computeIfAbsent(
                    tenant,
                    there -> model.people().find(person).isPresent()
                                    && model.tenants().find(there).isPresent()
                            ? Optional.of(Usability.of(model, person, there, at))
                            : Optional.empty());
        }

        private void compareUse(Access.Reach reach) {
            Optional<Usability> is = use(are, after, reach.tenant());
            Optional<Usability> was = use(were, before, reach.tenant());
            if (was.isEmpty() || is.isEmpty() || is.get().isSameAs(was.get())) {
                return;
            }
            Place place = new Place(reach);
            Set<Permission> gained =
                    places.containsKey(place) ? Set.copyOf(at(place).gains()) : Set.of();
            for (Permission permission : reach.permissions()) {
                boolean could = was.get().blocks(permission).isEmpty();
                boolean can = is.get().blocks(permission).isEmpty();
                if (could != can && !gained.contains(permission)) {
                    (can ? at(place).started() : at(place).stopped()).add(permission);
                }
            }
        }
    }

    public Instant at() {
        return at;
    }

    /** All that is different, person by person and place by place. */
    public List<Change> changes() {
        return changes;
    }

    /** Nobody gains or loses anything, and what is held can be used as before. */
    public boolean isEmpty() {
        return changes.isEmpty();
    }

    public List<Shift> gains() {
        return shifts(Change::gains);
    }

    public List<Shift> losses() {
        return shifts(Change::losses);
    }

    /** What is held all along and can be used only now. */
    public List<Shift> started() {
        return shifts(Change::started);
    }

    /** What is held all along and can be used no longer. */
    public List<Shift> stopped() {
        return shifts(Change::stopped);
    }

    private List<Shift> shifts(Function<Change, Set<Permission>> which) {
        List<Shift> shifts = new ArrayList<>();
        for (Change change : changes) {
            for (Permission permission : which.apply(change)) {
                shifts.add(new Shift(change.person(), change.tenant(), change.area(), permission));
            }
        }
        return shifts;
    }

    /**
     * Why what is gained, or was stopped, cannot be used, and why what is lost could not; what can or could be used is not in
     * it.
     */
    public Map<Shift, List<Usability.Block>> blocked() {
        Map<Shift, List<Usability.Block>> blocked = new HashMap<>();
        for (Change change : changes) {
            change.is().ifPresent(use -> {
                noteBlocked(change, change.gains(), use, blocked);
                noteBlocked(change, change.stopped(), use, blocked);
            });
            change.was().ifPresent(use -> noteBlocked(change, change.losses(), use, blocked));
        }
        return blocked;
    }

    private static void noteBlocked(
            Change change, Set<Permission> permissions, Usability use, Map<Shift, List<Usability.Block>> blocked) {
        for (Permission permission : permissions) {
            List<Usability.Block> blocks = use.blocks(permission);
            if (!blocks.isEmpty()) {
                blocked.put(new Shift(change.person(), change.tenant(), change.area(), permission), blocks);
            }
        }
    }

    /** People whose access the effects can change. */
    public static Set<Id<Person>> affected(
            Snapshot before, Model model, AccessIndex after, List<Effect> effects, Instant at) {
        return affected(before, model, after, effects, at, false).people();
    }

    /** The same, or without those who only have a role that gives something else. */
    static Affected affected(
            Snapshot before,
            Model model,
            AccessIndex after,
            List<Effect> effects,
            Instant at,
            boolean isWithoutHolders) {
        Affected are = new Affected(model, after, at, isWithoutHolders);
        Affected were = are.over(before.model(), before.index());
        for (Effect effect : effects) {
            Cancellation.check();
            effect.before().ifPresent(fact -> Rooms.marks(fact, before.model(), were));
            effect.after().ifPresent(fact -> Rooms.marks(fact, model, are));
        }
        return are;
    }
}

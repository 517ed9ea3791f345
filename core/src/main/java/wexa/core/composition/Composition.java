package wexa.core.composition;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import wexa.core.access.AccessIndex;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * What a role is made of, permission by permission (rule 2): which ingredient brings it, what is left out, and what the role
 * gives in the end; beside it, what it gave before. Costs the permissions of its ingredients, once for each.
 *
 * @param lines in the order of permissions; a permission that only an ingredient taken out brought is among them
 */
public record Composition(List<Ingredient> ingredients, List<Line> lines) {
    /** Where an ingredient stands in comparison with what the role was. */
    public enum Presence {
        KEPT,
        ADDED,
        REMOVED
    }

    /** What an ingredient does for a permission. */
    public enum Cell {
        NOTHING,
        GIVES,
        /** It has the permission inside and leaves it out: a role that excludes it, or includes one that does. */
        LEFT_OUT
    }

    /** Something that a role is made of. */
    public sealed interface Part {
        record OfRole(Role role) implements Part {}

        record OfSet(PermissionSet set) implements Part {}
    }

    /** @param isRedundant whether the role would give the same without it */
    public record Ingredient(Part part, Presence presence, boolean isRedundant) {}

    /** @param cells one for each ingredient, in their order */
    public record Line(
            Permission permission,
            List<Cell> cells,
            boolean isExcluded,
            boolean wasExcluded,
            boolean isGiven,
            boolean wasGiven) {}

    public Composition {
        ingredients = List.copyOf(ingredients);
        lines = List.copyOf(lines);
    }

    /**
     * What the role would be made of.
     *
     * @param before what it was; the same for a role that is only looked at
     * @param index of the model, from which is taken what included roles give
     */
    public static Composition of(Role role, Optional<Role> before, Model model, AccessIndex index) {
        return new Making(role, before, model, index).made();
    }

    private static final class Making {
        private final Role role;
        private final Optional<Role> before;
        private final Model model;
        private final AccessIndex index;
        private final List<Column> columns = new ArrayList<>();

        private record Column(Part part, Presence presence, Set<Permission> given, Set<Permission> leftOut) {}

        Making(Role role, Optional<Role> before, Model model, AccessIndex index) {
            this.role = role;
            this.before = before;
            this.model = model;
            this.index = index;
        }

        Composition made() {
            List<Id<Role>> earlierRoles = before.map(Role::includes).orElse(List.of());
            List<Id<PermissionSet>> earlierSets = before.map(Role::sets).orElse(List.of());
            both(earlierRoles, role.includes())
                    .forEach(id -> model.roles()
                            .find(id)
                            .ifPresent(
                                    found -> columns.add(ofRole(found, presence(id, earlierRoles, role.includes())))));
            both(earlierSets, role.sets())
                    .forEach(id -> model.table(Kind.PERMISSION_SET)
                            .find(id)
                            .ifPresent(found -> columns.add(new Column(
                                    new Part.OfSet(found),
                                    presence(id, earlierSets, role.sets()),
                                    found.permissions(),
                                    Set.of()))));
            Set<Permission> now = given(Presence.REMOVED, role.exclusions());
            Set<Permission> then =
                    given(Presence.ADDED, before.map(Role::exclusions).orElse(Set.of()));
            List<Ingredient> ingredients = columns.stream()
                    .map(column -> new Ingredient(column.part(), column.presence(), isRedundant(column, now)))
                    .toList();
            return new Composition(ingredients, lines(now, then));
        }

        private static <T> List<T> both(List<T> earlier, List<T> later) {
            return Stream.concat(earlier.stream(), later.stream()).distinct().toList();
        }

        private static <T> Presence presence(T one, List<T> earlier, List<T> later) {
            if (!later.contains(one)) {
                return Presence.REMOVED;
            }
            return earlier.contains(one) ? Presence.KEPT : Presence.ADDED;
        }

        /** An included role that would go round in a circle gives what it gives today. */
        private Column ofRole(Role included, Presence presence) {
            Set<Permission> given = index.model().roles().find(included.id()).isPresent()
                    ? index.permissionsOf(included.id())
                    : Set.of();
            Set<Permission> leftOut = new HashSet<>();
            Set<Id<Role>> seen = new HashSet<>();
            Deque<Role> open = new ArrayDeque<>(List.of(included));
            while (!open.isEmpty()) {
                Role next = open.pop();
                if (seen.add(next.id())) {
                    next.sets()
                            .forEach(set -> model.table(Kind.PERMISSION_SET)
                                    .find(set)
                                    .ifPresent(found -> leftOut.addAll(found.permissions())));
                    next.includes().forEach(one -> model.roles().find(one).ifPresent(open::push));
                }
            }
            leftOut.removeAll(given);
            return new Column(new Part.OfRole(included), presence, given, leftOut);
        }

        /** What all parts but those of one presence give, less the exclusions. */
        private Set<Permission> given(Presence without, Set<Permission> exclusions) {
            Set<Permission> given = new TreeSet<>();
            columns.stream()
                    .filter(column -> column.presence() != without)
                    .forEach(column -> given.addAll(column.given()));
            given.removeAll(exclusions);
            return given;
        }

        private boolean isRedundant(Column column, Set<Permission> now) {
            if (column.presence() == Presence.REMOVED) {
                return false;
            }
            Set<Permission> needed = new HashSet<>(column.given());
            needed.retainAll(now);
            columns.stream()
                    .filter(other -> other != column && other.presence() != Presence.REMOVED)
                    .forEach(other -> needed.removeAll(other.given()));
            return needed.isEmpty();
        }

        private List<Line> lines(Set<Permission> now, Set<Permission> then) {
            Set<Permission> wasExcluded = before.map(Role::exclusions).orElse(Set.of());
            Set<Permission> all = new TreeSet<>(role.exclusions());
            all.addAll(wasExcluded);
            columns.forEach(column -> {
                all.addAll(column.given());
                all.addAll(column.leftOut());
            });
            return all.stream()
                    .map(permission -> new Line(
                            permission,
                            columns.stream()
                                    .map(column -> cell(column, permission))
                                    .toList(),
                            role.exclusions().contains(permission),
                            wasExcluded.contains(permission),
                            now.contains(permission),
                            then.contains(permission)))
                    .toList();
        }

        private static Cell cell(Column column, Permission permission) {
            if (column.given().contains(permission)) {
                return Cell.GIVES;
            }
            return column.leftOut().contains(permission) ? Cell.LEFT_OUT : Cell.NOTHING;
        }
    }
}

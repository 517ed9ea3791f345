package wexa.core.composition;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.model.Area;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * Roles, permission sets and people side by side, permission by permission. What a person has, they have somewhere; what a role
 * or a set gives has no place. Costs what each of them gives.
 *
 * @param lines in the order of permissions: those that any of them has
 */
public record Comparison(List<Line> lines) {
    /** Something that can be compared. */
    public sealed interface Subject {
        record OfRole(Role role) implements Subject {}

        record OfSet(PermissionSet set) implements Subject {}

        record OfPerson(Person person) implements Subject {}
    }

    /** Where somebody has something: at an area of a tenant, or everywhere in it. */
    public record Place(Id<Tenant> tenant, Optional<Id<Area>> area) {}

    /** What one of them has of a permission. */
    public record Cell(boolean isHeld, Set<Place> places) {
        static final Cell NONE = new Cell(false, Set.of());
    }

    /** How a permission stands among them. */
    public enum Verdict {
        COMMON,
        /** All have it, but not at the same places. */
        DIFFERS_IN_AREA,
        SOME,
        ONE_ONLY
    }

    public record Line(Permission permission, List<Cell> cells, Verdict verdict) {
        static Line of(Permission permission, List<Cell> cells) {
            long held = cells.stream().filter(Cell::isHeld).count();
            Set<Set<Place>> places = new HashSet<>();
            cells.stream().filter(cell -> !cell.places().isEmpty()).forEach(cell -> places.add(cell.places()));
            if (held == cells.size()) {
                return new Line(permission, cells, places.size() > 1 ? Verdict.DIFFERS_IN_AREA : Verdict.COMMON);
            }
            return new Line(permission, cells, held == 1 ? Verdict.ONE_ONLY : Verdict.SOME);
        }
    }

    public Comparison {
        lines = List.copyOf(lines);
    }

    public static Comparison of(List<Subject> subjects, AccessIndex index, Instant at) {
        Map<Permission, List<Cell>> cells = new TreeMap<>();
        for (int column = 0; column < subjects.size(); column++) {
            for (Map.Entry<Permission, Set<Place>> had :
                    has(subjects.get(column), index, at).entrySet()) {
                List<Cell> line = cells.computeIfAbsent(had.getKey(), any -> new ArrayList<>());
                while (line.size() < column) {
                    line.add(Cell.NONE);
                }
                line.add(new Cell(true, had.getValue()));
            }
        }
        List<Line> lines = new ArrayList<>();
        cells.forEach((permission, line) -> {
            while (line.size() < subjects.size()) {
                line.add(Cell.NONE);
            }
            lines.add(Line.of(permission, List.copyOf(line)));
        });
        return new Comparison(lines);
    }

    private static Map<Permission, Set<Place>> has(Subject subject, AccessIndex index, Instant at) {
        Map<Permission, Set<Place>> found = new TreeMap<>();
        switch (subject) {
            case Subject.OfRole(Role role) ->
                index.permissionsOf(role.id()).forEach(permission -> found.put(permission, Set.of()));
            case Subject.OfSet(PermissionSet set) ->
                set.permissions().forEach(permission -> found.put(permission, Set.of()));
            case Subject.OfPerson(Person person) -> {
                for (Access.Reach reach : index.of(person.id(), at).reaches()) {
                    Place place = new Place(reach.tenant(), reach.area());
                    reach.permissions()
                            .forEach(permission -> found.computeIfAbsent(permission, any -> new HashSet<>())
                                    .add(place));
                }
            }
        }
        return found;
    }

    /** What all of them have. */
    public Set<Permission> common() {
        Set<Permission> common = new HashSet<>();
        lines.stream()
                .filter(line -> line.cells().stream().allMatch(Cell::isHeld))
                .forEach(line -> common.add(line.permission()));
        return common;
    }
}

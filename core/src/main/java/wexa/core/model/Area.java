package wexa.core.model;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** A node of a tenant's scope tree. What holds at an area holds below it. */
public record Area(Id<Area> id, Id<Tenant> tenant, Key key, String name, Optional<Id<Area>> parent) implements Fact {
    public static final Lookup<Area, Id<Tenant>> BY_TENANT = Lookup.by(Area::tenant);

    /** The areas of a tenant as a tree is read: each before those below it, siblings by name. */
    public static List<Area> inOrder(Model model, Id<Tenant> tenant) {
        Map<Optional<Id<Area>>, List<Area>> below = model.table(Kind.AREA).by(BY_TENANT, tenant).stream()
                .sorted(Comparator.comparing(Area::name).thenComparing(Area::key))
                .collect(Collectors.groupingBy(Area::parent));
        List<Area> ordered = new ArrayList<>();
        Deque<Area> open = new ArrayDeque<>(below.getOrDefault(Optional.<Id<Area>>empty(), List.of()));
        while (!open.isEmpty()) {
            Area next = open.pop();
            ordered.add(next);
            below.getOrDefault(Optional.of(next.id()), List.of()).reversed().forEach(open::push);
        }
        return ordered;
    }

    /** How many areas stand above this one. */
    public int depth(Model model) {
        int depth = 0;
        for (Optional<Id<Area>> at = parent; at.isPresent(); depth++) {
            at = model.table(Kind.AREA).get(at.get()).parent();
        }
        return depth;
    }
}

package wexa.core.model;

import java.util.Optional;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** A node of a tenant's scope tree. What holds at an area holds below it. */
public record Area(Id<Area> id, Id<Tenant> tenant, Key key, String name, Optional<Id<Area>> parent) implements Fact {
    public static final Lookup<Area, Id<Tenant>> BY_TENANT = Lookup.by(Area::tenant);

    /** How many areas stand above this one. */
    public int depth(Model model) {
        int depth = 0;
        for (Optional<Id<Area>> at = parent; at.isPresent(); depth++) {
            at = model.table(Kind.AREA).get(at.get()).parent();
        }
        return depth;
    }
}

package wexa.core.model;

import java.util.Optional;

/** A node of a tenant's scope tree. What holds at an area holds below it. */
public record Area(Id<Area> id, Id<Tenant> tenant, Key key, String name, Optional<Id<Area>> parent) implements Fact {
    public static final Lookup<Area, Id<Tenant>> BY_TENANT = Lookup.by(Area::tenant);
}

package wexa.core.model;

import java.util.Optional;
import wexa.core.value.Id;

/** Members of a directory group have a role: carried to the tenant as an assignment, or worked out at sign-in there. */
public record Mapping(
        Id<Mapping> id,
        Id<Group> directoryGroup,
        Id<Role> role,
        Id<Tenant> tenant,
        Optional<Id<Area>> area,
        Carriage carriage)
        implements Fact {
    public static final Lookup<Mapping, Id<Group>> BY_GROUP = Lookup.by(Mapping::directoryGroup);
    public static final Lookup<Mapping, Id<Tenant>> BY_TENANT = Lookup.by(Mapping::tenant);

    /** Who turns the mapping into access. */
    public enum Carriage {
        CARRIED,
        AT_SIGN_IN
    }
}

package wexa.core.access;

import java.util.Optional;
import wexa.core.model.Area;
import wexa.core.model.Fact;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** A role given to a subject in a tenant at an area, by an assignment or a mapping, in its effective window. */
public record Grant(
        Id<? extends Fact> source,
        By by,
        Subject subject,
        Id<Role> role,
        Id<Tenant> tenant,
        Optional<Id<Area>> area,
        Window window) {
    /** What gives it. */
    public enum By {
        ASSIGNMENT,
        CARRIED_MAPPING,
        SIGN_IN_MAPPING
    }
}

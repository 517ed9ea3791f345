package wexa.core.conflict;

import java.util.Optional;
import wexa.core.model.Area;
import wexa.core.model.ConflictRule;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** Both sides of a rule in one person. */
public record Conflict(Id<ConflictRule> rule, Id<Person> person, Held one, Held other) {
    /** Where a side is held. */
    public record Held(Id<Tenant> tenant, Optional<Id<Area>> area) {}
}

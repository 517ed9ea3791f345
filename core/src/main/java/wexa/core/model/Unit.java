package wexa.core.model;

import java.time.ZoneId;
import java.util.Optional;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** A node of the organisation's own tree. Days of the people who work there begin at midnight in its zone. */
public record Unit(Id<Unit> id, Key key, String name, Optional<Id<Unit>> parent, ZoneId zone) implements Fact {
    public static final Lookup<Unit, Key> BY_KEY = Lookup.by(Unit::key);
}

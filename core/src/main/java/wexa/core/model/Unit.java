package wexa.core.model;

import java.time.ZoneId;
import java.util.Optional;
import wexa.core.value.Id;
import wexa.core.value.Key;

/**
 * A node of the organisation's own tree. Days of the people who work there begin at midnight in its zone; what they cost is
 * charged to its cost centre, or to that of the nearest unit above that has one.
 */
public record Unit(
        Id<Unit> id,
        Key key,
        String name,
        Optional<Id<Unit>> parent,
        ZoneId zone,
        Optional<Id<Person>> manager,
        Optional<String> costCentre)
        implements Fact {
    public static final Lookup<Unit, Key> BY_KEY = Lookup.by(Unit::key);

    /** A unit that nobody in particular manages, and without a cost centre of its own. */
    public Unit(Id<Unit> id, Key key, String name, Optional<Id<Unit>> parent, ZoneId zone) {
        this(id, key, name, parent, zone, Optional.empty(), Optional.empty());
    }
}

package wexa.core.preview;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.cancelling.Cancellation;
import wexa.core.model.Area;
import wexa.core.model.Effect;
import wexa.core.model.Id;
import wexa.core.model.Model;
import wexa.core.model.Permission;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.registry.Rooms;

/** Who really gains and loses what at one instant: what another path keeps is neither. */
public record Impact(Instant at, List<Shift> gains, List<Shift> losses) {
    /** One permission at one area that a person comes to hold, or no longer holds. */
    public record Shift(Id<Person> person, Id<Tenant> tenant, Optional<Id<Area>> area, Permission permission) {}

    static Impact of(Snapshot before, Model model, AccessIndex after, List<Effect> effects, Instant at) {
        List<Shift> gains = new ArrayList<>();
        List<Shift> losses = new ArrayList<>();
        for (Id<Person> person : affected(before, model, after, effects, at)) {
            Cancellation.check();
            Access had = before.index().of(person, at);
            Access has = after.of(person, at);
            addMissing(person, has, had, gains);
            addMissing(person, had, has, losses);
        }
        return new Impact(at, gains, losses);
    }

    private static void addMissing(Id<Person> person, Access from, Access in, List<Shift> missing) {
        for (Access.Reach reach : from.beyond(in)) {
            for (Permission permission : reach.permissions()) {
                missing.add(new Shift(person, reach.tenant(), reach.area(), permission));
            }
        }
    }

    /** People whose access the effects can change. */
    public static Set<Id<Person>> affected(
            Snapshot before, Model model, AccessIndex after, List<Effect> effects, Instant at) {
        Set<Id<Person>> people = new LinkedHashSet<>();
        Affected were = new Affected(before.model(), before.index(), at, people);
        Affected are = new Affected(model, after, at, people);
        for (Effect effect : effects) {
            Cancellation.check();
            effect.before().ifPresent(fact -> Rooms.marks(fact, before.model(), were));
            effect.after().ifPresent(fact -> Rooms.marks(fact, model, are));
        }
        return people;
    }
}

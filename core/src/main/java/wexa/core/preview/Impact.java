package wexa.core.preview;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.cancelling.Cancellation;
import wexa.core.model.Area;
import wexa.core.model.Effect;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.registry.Rooms;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * Who really gains and loses what at one instant: what another path keeps is neither. What is held all along may come to be
 * usable, or cease to be (rule 6): for whoever has it that is a gain or a loss as well.
 *
 * @param gains what is held that was not
 * @param losses what was held and is not
 * @param started what is held all along and can be used only now
 * @param stopped what is held all along and can be used no longer
 * @param blocked why what is gained, or was stopped, cannot be used, and why what is lost could not; what can or could be
 *     used is not in it
 */
public record Impact(
        Instant at,
        List<Shift> gains,
        List<Shift> losses,
        List<Shift> started,
        List<Shift> stopped,
        Map<Shift, List<Usability.Block>> blocked) {
    /** One permission at one area that a person comes to hold, or no longer holds. */
    public record Shift(Id<Person> person, Id<Tenant> tenant, Optional<Id<Area>> area, Permission permission) {}

    /** Nobody gains or loses anything, and what is held can be used as before. */
    public boolean isEmpty() {
        return gains.isEmpty() && losses.isEmpty() && started.isEmpty() && stopped.isEmpty();
    }

    private Impact(Instant at) {
        this(at, new ArrayList<>(), new ArrayList<>(), new ArrayList<>(), new ArrayList<>(), new HashMap<>());
    }

    static Impact of(Snapshot before, Model model, AccessIndex after, List<Effect> effects, Instant at) {
        Impact impact = new Impact(at);
        for (Id<Person> person : affected(before, model, after, effects, at)) {
            Cancellation.check();
            Access had = before.index().of(person, at);
            Access has = after.of(person, at);
            List<Shift> gains = missing(person, has, had);
            impact.gains.addAll(gains);
            List<Shift> losses = missing(person, had, has);
            impact.losses.addAll(losses);
            impact.noteUnusable(person, losses, before.model());
            impact.compareUse(person, has, Set.copyOf(gains), before.model(), model);
        }
        return impact;
    }

    private static List<Shift> missing(Id<Person> person, Access from, Access in) {
        List<Shift> missing = new ArrayList<>();
        for (Access.Reach reach : from.beyond(in)) {
            for (Permission permission : reach.permissions()) {
                missing.add(new Shift(person, reach.tenant(), reach.area(), permission));
            }
        }
        return missing;
    }

    private void compareUse(Id<Person> person, Access has, Set<Shift> gained, Model before, Model after) {
        Map<Id<Tenant>, Usability> were = new HashMap<>();
        Map<Id<Tenant>, Usability> are = new HashMap<>();
        boolean wasKnown = before.people().find(person).isPresent();
        for (Access.Reach reach : has.reaches()) {
            Id<Tenant> tenant = reach.tenant();
            Usability is = are.computeIfAbsent(tenant, there -> Usability.of(after, person, there, at));
            Optional<Usability> was = wasKnown && before.tenants().find(tenant).isPresent()
                    ? Optional.of(were.computeIfAbsent(tenant, there -> Usability.of(before, person, there, at)))
                    : Optional.empty();
            boolean isSame = was.filter(is::isSameAs).isPresent();
            if (isSame && gained.isEmpty()) {
                continue;
            }
            for (Permission permission : reach.permissions()) {
                Shift shift = new Shift(person, tenant, reach.area(), permission);
                List<Usability.Block> blocks = is.blocks(permission);
                if (gained.contains(shift)) {
                    noteBlocked(shift, blocks);
                } else if (!isSame && was.isPresent()) {
                    boolean couldUse = was.get().blocks(permission).isEmpty();
                    if (couldUse && !blocks.isEmpty()) {
                        stopped.add(shift);
                        noteBlocked(shift, blocks);
                    } else if (!couldUse && blocks.isEmpty()) {
                        started.add(shift);
                    }
                }
            }
        }
    }

    private void noteUnusable(Id<Person> person, List<Shift> losses, Model before) {
        Map<Id<Tenant>, Usability> were = new HashMap<>();
        for (Shift shift : losses) {
            Usability was = were.computeIfAbsent(shift.tenant(), tenant -> Usability.of(before, person, tenant, at));
            noteBlocked(shift, was.blocks(shift.permission()));
        }
    }

    private void noteBlocked(Shift shift, List<Usability.Block> blocks) {
        if (!blocks.isEmpty()) {
            blocked.put(shift, blocks);
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

package wexa.core.preview;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Model;
import wexa.core.registry.Rooms;
import wexa.core.value.Window;

/**
 * What of a changeset is still to come: an instant, and how many of the facts that it made or changed begin or end then. What
 * has been changed again since does not count.
 */
public record Coming(Instant at, int begins, int ends) {
    /** The nearest first. Costs the effects. */
    public static List<Coming> of(Collection<Effect> effects, Model model, Instant now) {
        SortedMap<Instant, int[]> counts = new TreeMap<>();
        for (Effect effect : effects) {
            Optional<Fact> stands = effect.after()
                    .filter(fact -> model.find(effect.kind(), effect.id()).equals(Optional.of(fact)));
            if (stands.isPresent()) {
                Set<Instant> begins = new HashSet<>();
                Set<Instant> ends = new HashSet<>();
                for (Window window : Rooms.windows(stands.get(), model)) {
                    begins.add(window.from());
                    ends.add(window.until());
                }
                count(begins, 0, now, counts);
                count(ends, 1, now, counts);
            }
        }
        List<Coming> coming = new ArrayList<>();
        counts.forEach((at, count) -> coming.add(new Coming(at, count[0], count[1])));
        return coming;
    }

    private static void count(Set<Instant> instants, int which, Instant now, SortedMap<Instant, int[]> into) {
        instants.stream()
                .filter(at -> at.isAfter(now) && !at.equals(Window.ALWAYS.until()))
                .forEach(at -> into.computeIfAbsent(at, any -> new int[2])[which]++);
    }
}

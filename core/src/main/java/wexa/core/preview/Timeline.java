package wexa.core.preview;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import wexa.core.access.Usability;

/**
 * What a draft brings about instant by instant, now and at the boundaries that it brings: at each of them, what is not so
 * since an earlier one.
 *
 * @param moments those at which something becomes otherwise, in order; none if nobody gains or loses anything
 */
public record Timeline(List<Moment> moments) {
    /** So many boundaries are looked at of a draft that is not long; of a long one, the last beginning. */
    private static final int BOUNDARIES = 12;

    private static final int LONG = 200;

    /** A gain or loss, whether it is held all along and only its use changes, and why it cannot, or could not, be used. */
    public record Told(Impact.Shift shift, boolean held, List<Usability.Block> blocks) {}

    /** What becomes otherwise at one instant. */
    public interface Moment {
        Instant at();

        /** What is gained from then on, or can be used only from then on. */
        List<Told> gains();

        /** What is lost from then on. */
        List<Told> losses();

        /** What the draft gave earlier, and gives no longer. */
        List<Impact.Shift> ends();

        /** Its figures, for those who need nothing else. */
        Figures figures();
    }

    /** A moment whose single gains and losses are known. */
    private record Listed(Instant at, List<Told> gains, List<Told> losses, List<Impact.Shift> ends) implements Moment {
        boolean isNews() {
            return !gains.isEmpty() || !losses.isEmpty() || !ends.isEmpty();
        }

        @Override
        public Figures figures() {
            return Figures.of(gains, losses);
        }
    }

    /** The one moment of a draft that does all it does at once: however wide it is, nothing is taken apart for its figures. */
    private record Only(Impact impact) implements Moment {
        @Override
        public Instant at() {
            return impact.at();
        }

        @Override
        public List<Told> gains() {
            return List.copyOf(told(impact.gains(), impact.started(), impact.blocked()));
        }

        @Override
        public List<Told> losses() {
            return List.copyOf(told(impact.losses(), impact.stopped(), impact.blocked()));
        }

        @Override
        public List<Impact.Shift> ends() {
            return List.of();
        }

        @Override
        public Figures figures() {
            return Figures.of(impact);
        }
    }

    public Timeline {
        moments = List.copyOf(moments);
    }

    /** Costs the impact once for each boundary that is looked at. */
    public static Timeline of(Preview preview) {
        List<Moment> moments = new ArrayList<>();
        Set<Told> gained = Set.of();
        Set<Told> lost = Set.of();
        int most = preview.effects().size() <= LONG ? BOUNDARIES : 0;
        List<Instant> instants = preview.instants(most);
        if (instants.size() == 1) {
            Impact impact = preview.impactAt(instants.getFirst());
            return new Timeline(impact.isEmpty() ? List.of() : List.of(new Only(impact)));
        }
        for (Instant at : instants) {
            Impact impact = preview.impactAt(at);
            Map<Impact.Shift, List<Usability.Block>> blocked = impact.blocked();
            Set<Told> gains = told(impact.gains(), impact.started(), blocked);
            Set<Told> losses = told(impact.losses(), impact.stopped(), blocked);
            Listed moment = new Listed(at, more(gained, gains), lostSince(lost, losses), ended(gained, gains));
            if (moment.isNews()) {
                moments.add(moment);
            }
            gained = gains;
            lost = losses;
        }
        return new Timeline(moments);
    }

    private static Set<Told> told(
            List<Impact.Shift> shifts, List<Impact.Shift> ofUse, Map<Impact.Shift, List<Usability.Block>> blocked) {
        Set<Told> told = new LinkedHashSet<>();
        Set<Impact.Shift> use = Set.copyOf(ofUse);
        Stream.concat(shifts.stream(), ofUse.stream())
                .forEach(shift ->
                        told.add(new Told(shift, use.contains(shift), blocked.getOrDefault(shift, List.of()))));
        return told;
    }

    /** What was gained earlier without use and can be used now was had before. */
    private static List<Told> more(Set<Told> before, Set<Told> now) {
        Set<Impact.Shift> had = shifts(before);
        return beyond(before, now).stream()
                .map(told -> had.contains(told.shift()) ? new Told(told.shift(), true, told.blocks()) : told)
                .toList();
    }

    /** What is lost is lost once, whatever it could have been used for later. */
    private static List<Told> lostSince(Set<Told> before, Set<Told> now) {
        Set<Told> known = new HashSet<>();
        before.forEach(told -> known.add(new Told(told.shift(), told.held(), List.of())));
        return now.stream()
                .filter(told -> !known.contains(new Told(told.shift(), told.held(), List.of())))
                .toList();
    }

    private static List<Told> beyond(Set<Told> before, Set<Told> now) {
        return now.stream().filter(told -> !before.contains(told)).toList();
    }

    private static List<Impact.Shift> ended(Set<Told> before, Set<Told> now) {
        Set<Impact.Shift> still = shifts(now);
        return before.stream()
                .map(Told::shift)
                .filter(shift -> !still.contains(shift))
                .toList();
    }

    private static Set<Impact.Shift> shifts(Set<Told> told) {
        Set<Impact.Shift> shifts = new HashSet<>();
        told.forEach(one -> shifts.add(one.shift()));
        return shifts;
    }
}

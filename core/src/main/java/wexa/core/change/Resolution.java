package wexa.core.change;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import wexa.core.finding.Finding;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.value.Window;

/**
 * What a change comes to on one model: its effects, and what was found. Blocked changes have no effects.
 *
 * @param kept the facts that are already as the change wants them
 */
public record Resolution(List<Effect> effects, List<Finding> findings, List<Fact> kept) {
    public Resolution {
        effects = findings.stream().anyMatch(Finding::blocks) ? List.of() : List.copyOf(effects);
        findings = List.copyOf(findings);
        kept = List.copyOf(kept);
    }

    public Resolution(List<Effect> effects, List<Finding> findings) {
        this(effects, findings, List.of());
    }

    public static Resolution make(Fact fact, List<Finding> findings) {
        return new Resolution(List.of(Effect.make(fact)), findings);
    }

    public static Resolution replace(Fact before, Fact after, List<Finding> findings) {
        return before.equals(after)
                ? new Resolution(List.of(), findings, List.of(before))
                : new Resolution(List.of(Effect.replace(before, after)), findings);
    }

    /** The same with effects that come with it, such as a name that is kept because it was given up. */
    public Resolution and(List<Effect> more) {
        if (effects.isEmpty() || more.isEmpty()) {
            return this;
        }
        List<Effect> all = new ArrayList<>(effects);
        all.addAll(more);
        return new Resolution(all, findings, kept);
    }

    public static Resolution drop(Fact before) {
        return new Resolution(List.of(Effect.drop(before)), List.of());
    }

    public static Resolution blocked(Finding finding) {
        return new Resolution(List.of(), List.of(finding));
    }

    public static Resolution nothing() {
        return new Resolution(List.of(), List.of());
    }

    /** The fact is already so, or was and has ended. */
    public static Resolution kept(Fact fact) {
        return new Resolution(List.of(), List.of(), List.of(fact));
    }

    /**
     * The fact ends at an instant; one that has not begun by then is dropped, and one that is over by then is kept.
     *
     * @param during the fact with another window
     */
    public static <T extends Fact> Resolution ended(T before, Window window, Instant end, Function<Window, T> during) {
        if (window.endsBy(end)) {
            return kept(before);
        }
        return window.from().isBefore(end)
                ? replace(before, during.apply(window.endingAt(end)), List.of())
                : drop(before);
    }

    /** Nothing stands in the way and nothing is left to do: the model already says so. */
    public boolean isAlreadySo() {
        return effects.isEmpty() && !isBlocked();
    }

    public boolean isBlocked() {
        return findings.stream().anyMatch(Finding::blocks);
    }
}

package wexa.core.model;

import java.util.Collection;
import java.util.Comparator;

/** How much harm can be done with something, from the least to the most. */
public enum Sensitivity {
    NORMAL,
    SENSITIVE,
    PRIVILEGED;

    /** The most of several; of none, normal. */
    public static Sensitivity most(Collection<Sensitivity> several) {
        return several.stream().max(Comparator.naturalOrder()).orElse(NORMAL);
    }
}

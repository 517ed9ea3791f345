package wexa.core.room;

import wexa.core.change.Form;
import wexa.core.change.Values;

/**
 * The change that takes back what happened to a fact.
 *
 * @param values what its fields hold, besides the fact that it is about
 */
public record WayBack(Form form, Values values, Identity identity) {
    /** Whether what comes back is the same fact. */
    public enum Identity {
        SAME,
        /** It is made under a new id: ids are never reused. */
        ANEW
    }
}

package wexa.core.model;

import wexa.core.value.Id;
import wexa.core.value.Key;

/** Where identities are born: the own organisation's directory, or a partner's. People name it by its key. */
public record Home(Id<Home> id, Key key, String name, Sort sort) implements Fact {
    public static final Lookup<Home, Key> BY_KEY = Lookup.by(Home::key);

    /** Whose people are at home there. */
    public enum Sort {
        OWN,
        PARTNER
    }

    public boolean isPartners() {
        return sort == Sort.PARTNER;
    }
}

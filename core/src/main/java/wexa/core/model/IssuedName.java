package wexa.core.model;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import wexa.core.value.Id;

/**
 * A name that was once somebody's and is no longer: it is never issued to somebody else, because old records and mail
 * still mean whom it meant. {@code text} is in the form in which names of its sort are compared.
 */
public record IssuedName(Id<IssuedName> id, Sort sort, String text, Optional<Id<Person>> person) implements Fact {
    public static final Lookup<IssuedName, String> BY_NAME = Lookup.by(issued -> key(issued.sort(), issued.text()));

    /** What the name was. */
    public enum Sort {
        HANDLE,
        MAIL,
        /** A user name in one tenant. */
        USER_NAME
    }

    /** The same name of the same person is one fact, however often it was given up. */
    public static IssuedName of(Sort sort, String text, Optional<Id<Person>> person) {
        String compared = text.toLowerCase(Locale.ROOT);
        String identity = key(sort, compared) + " " + person.map(Id::toString).orElse("");
        UUID id = UUID.nameUUIDFromBytes(identity.getBytes(StandardCharsets.UTF_8));
        return new IssuedName(Id.of(id), sort, compared, person);
    }

    /** The key under which a name of a sort is looked up. */
    public static String key(Sort sort, String text) {
        return sort + " " + text.toLowerCase(Locale.ROOT);
    }
}

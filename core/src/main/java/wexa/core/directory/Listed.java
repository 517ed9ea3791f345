package wexa.core.directory;

import java.util.Map;
import java.util.Optional;

/**
 * A person as a directory lists them.
 *
 * @param id what the entry is known by for good; unique in the directory
 * @param userId what the person signs in with; empty where the entry says none, and not unique where it lies in two places
 * @param attributes others that were asked for, in lower case, since names of attributes have no case (RFC 4512 2.5)
 * @param isReadable whether what the entry says can be used; otherwise it is only there
 */
public record Listed(
        String id,
        String userId,
        String given,
        String family,
        Optional<String> mail,
        Optional<String> phone,
        Optional<String> number,
        boolean isReadable,
        Map<String, String> attributes) {
    public Listed {
        attributes = Map.copyOf(attributes);
    }

    /** Somebody of whom nothing else was asked for. */
    public Listed(
            String id,
            String userId,
            String given,
            String family,
            Optional<String> mail,
            Optional<String> phone,
            Optional<String> number,
            boolean isReadable) {
        this(id, userId, given, family, mail, phone, number, isReadable, Map.of());
    }

    public String name() {
        return (given + " " + family).strip();
    }
}

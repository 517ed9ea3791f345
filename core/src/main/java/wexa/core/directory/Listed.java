package wexa.core.directory;

import java.util.Optional;

/**
 * A person as a directory lists them.
 *
 * @param id what the entry is known by for good; unique in the directory
 * @param userId what the person signs in with; empty where the entry says none, and not unique where it lies in two places
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
        boolean isReadable) {
    public String name() {
        return (given + " " + family).strip();
    }
}

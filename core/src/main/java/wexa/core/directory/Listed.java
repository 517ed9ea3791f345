package wexa.core.directory;

import java.util.Optional;

/** A person as a directory lists them; {@code userId} is unique in it. */
public record Listed(
        String userId,
        String given,
        String family,
        Optional<String> mail,
        Optional<String> phone,
        Optional<String> number) {
    public String name() {
        return (given + " " + family).strip();
    }
}

package wexa.core.value;

import java.util.UUID;

/**
 * Identity of a fact of type {@code T}: made once, when the entry that brings the fact is made, and never reused.
 * Handles and keys may be renamed; references hold ids.
 */
public record Id<T>(UUID value) implements Comparable<Id<?>> {
    public static <T> Id<T> of(UUID value) {
        return new Id<>(value);
    }

    /** Reads the canonical text form of RFC 9562; throws {@link IllegalArgumentException} for anything else. */
    public static <T> Id<T> of(String text) {
        return new Id<>(UUID.fromString(text));
    }

    @Override
    public int compareTo(Id<?> other) {
        return value.compareTo(other.value);
    }

    @Override
    public String toString() {
        return value.toString();
    }
}

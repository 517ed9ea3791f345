package wexa.core.change;

import java.util.Optional;
import wexa.core.sentence.Shape;

/** What may stand in a field: how it is read, how it is kept, and how a sentence has it. */
public interface Type<V> {
    /** What is expected, with its article: {@code a day}. */
    String what();

    /** Reads what is not blank, as people or programs write it. What it cannot be is reported under the field's name. */
    Optional<V> read(String text, Reading in);

    /** The text that is kept: it means the same also when things are called something else. */
    String write(V value);

    /** The text of a field as a sentence has it: things by what people call them. It is read as the same value. */
    default String natural(V value, Names names) {
        return write(value);
    }

    /** The value for people to read: names, and days in words. */
    default String told(V value, Names names) {
        return write(value);
    }

    default Shape shape() {
        return new Shape.Word();
    }

    /** Whether the kept text holds ids. */
    default boolean isReference() {
        return false;
    }
}

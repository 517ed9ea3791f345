package wexa.core.change;

import wexa.core.sentence.Phrase;

/**
 * A part of a form.
 *
 * @param name its name in entries and in the API; never renamed, since stored drafts hold it
 * @param label what people call it
 */
public record Field<V>(String name, Type<V> type, Need need, String label) {
    public static <V> Field<V> required(String name, Type<V> type, String label) {
        return new Field<>(name, type, Need.REQUIRED, label);
    }

    public static <V> Field<V> optional(String name, Type<V> type, String label) {
        return new Field<>(name, type, Need.OPTIONAL, label);
    }

    /** Its place in a sentence; only what may be empty and is there can be taken away. */
    Phrase.Slot slot(Nature nature) {
        boolean isClearable = nature == Nature.CHANGES && need == Need.OPTIONAL;
        return new Phrase.Slot(
                name, type.shape(), type.what(), isClearable ? Phrase.Need.CLEARABLE : Phrase.Need.NEEDED);
    }
}

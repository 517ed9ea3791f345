package wexa.core.intake;

import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.model.Fact;
import wexa.core.model.Key;

/**
 * One entry of a draft as it was typed: a form and its fields. Whatever was typed is kept, also what is wrong; the id of
 * a fact that the entry makes stands in the field {@code id}. An entry that changes a fact keeps that fact as it was
 * {@code seen} by who wrote the entry, so that it shows when the fact is another by now.
 */
public record Entry(Id id, String form, Map<String, String> fields, Optional<Fact> seen) {
    /** Identity of an entry within all drafts. */
    public record Id(java.util.UUID value) {
        @Override
        public String toString() {
            return value.toString();
        }
    }

    public Entry {
        fields = Collections.unmodifiableMap(new TreeMap<>(fields));
    }

    public Entry(Id id, String form, Map<String, String> fields) {
        this(id, form, fields, Optional.empty());
    }

    /** Forms look like {@code membership.put}. */
    public static boolean isForm(String text) {
        int dot = text.indexOf('.');
        return dot > 0 && Key.accepts(text.substring(0, dot)) && Key.accepts(text.substring(dot + 1));
    }
}

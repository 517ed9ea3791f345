package wexa.core.intake;

import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.change.Author;
import wexa.core.change.Form;
import wexa.core.change.Nature;
import wexa.core.model.Fact;
import wexa.core.registry.Forms;
import wexa.core.value.Key;

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

    private boolean is(Nature nature) {
        return definition().filter(known -> known.nature() == nature).isPresent();
    }

    /** What its form is; empty for a form that there is not. */
    Optional<Form> definition() {
        return Forms.find(form);
    }

    /** Whether the entry makes a fact, whose id stands in the field {@code id}. */
    public boolean isMaking() {
        return is(Nature.MAKES);
    }

    /** Whether the entry makes a fact, or takes up one that is there already under the same id. */
    public boolean isReopening() {
        return definition().filter(Form::reopens).isPresent();
    }

    /** Whether the entry changes or ends a fact that is there, named by the field that is called like the thing. */
    public boolean isChanging() {
        return !isMaking();
    }

    /** Whether the entry ends a fact: then nothing is left to do when the fact is gone. */
    public boolean isEnding() {
        return is(Nature.ENDS);
    }

    /** Whether the entry says what somebody outside said, a directory for one: nobody writes it by hand. */
    public boolean isTold() {
        return definition().filter(known -> known.author() == Author.OUTSIDE).isPresent();
    }

    /**
     * Where the entry stands among all when they are carried out: what others may refer to comes first, so that it does
     * not matter what was typed first. Entries of one rank keep their order.
     */
    public int rank() {
        return definition().map(Forms::rank).orElse(Integer.MAX_VALUE);
    }

    /** What the entry is about: the part of its form before the dot. */
    public String thing() {
        return form.substring(0, form.indexOf('.'));
    }

    /** Forms look like {@code membership.put}. */
    public static boolean isForm(String text) {
        int dot = text.indexOf('.');
        return dot > 0 && Key.accepts(text.substring(0, dot)) && Key.accepts(text.substring(dot + 1));
    }
}

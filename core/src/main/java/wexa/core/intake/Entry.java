package wexa.core.intake;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import wexa.core.model.Fact;
import wexa.core.model.Key;

/**
 * One entry of a draft as it was typed: a form and its fields. Whatever was typed is kept, also what is wrong; the id of
 * a fact that the entry makes stands in the field {@code id}. An entry that changes a fact keeps that fact as it was
 * {@code seen} by who wrote the entry, so that it shows when the fact is another by now.
 */
public record Entry(Id id, String form, Map<String, String> fields, Optional<Fact> seen) {
    private static final Set<String> MAKING = Set.of("add", "begin", "make", "put", "open", "give", "list", "send");
    private static final Set<String> ENDING = Set.of("end", "close", "return", "retire", "delist", "withdraw");
    private static final Set<String> READ = Set.of("list", "delist", "accept");

    /** Things in an order in which each comes after those it refers to. */
    private static final List<String> THINGS = List.of(
            "unit", "person", "invitation", "engagement", "group", "membership", "account", "seat", "assignment");

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

    /** Whether the entry makes a fact, whose id stands in the field {@code id}. */
    public boolean isMaking() {
        return MAKING.contains(verb());
    }

    /** Whether the entry changes or ends a fact that is there, named by the field that is called like the thing. */
    public boolean isChanging() {
        return !isMaking();
    }

    /** Whether the entry ends a fact: then nothing is left to do when the fact is gone. */
    public boolean isEnding() {
        return ENDING.contains(verb());
    }

    /** Whether the entry says what somebody outside said, a directory for one: nobody writes it by hand. */
    public boolean isRead() {
        return READ.contains(verb());
    }

    /**
     * Where the entry stands among all when they are carried out: what others may refer to comes first, so that it does
     * not matter what was typed first. Entries of one rank keep their order.
     */
    public int rank() {
        if (isEnding() && thing().equals("group")) {
            return THINGS.size();
        }
        int place = THINGS.indexOf(thing());
        return place < 0 ? THINGS.size() : place;
    }

    /** What the entry is about: the part of its form before the dot. */
    public String thing() {
        return form.substring(0, form.indexOf('.'));
    }

    private String verb() {
        return form.substring(form.indexOf('.') + 1);
    }

    /** Forms look like {@code membership.put}. */
    public static boolean isForm(String text) {
        int dot = text.indexOf('.');
        return dot > 0 && Key.accepts(text.substring(0, dot)) && Key.accepts(text.substring(dot + 1));
    }
}

package wexa.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A sentence form, cut into clauses, and these into words and slots once and for all: a draft writes thousands. */
record Template(List<Clause> clauses) {
    private static final Pattern CLAUSE = Pattern.compile("\\[([^]]*)]|([^\\[]+)");
    private static final Pattern SLOT = Pattern.compile("\\{(\"?)(\\w+)\"?}");

    /** A run of words and slots; an optional one is left out when a slot of it is empty. */
    record Clause(List<Part> parts, Need need) {
        static Clause of(String text, Need need) {
            List<Part> parts = new ArrayList<>();
            Matcher slots = SLOT.matcher(text);
            int from = 0;
            while (slots.find()) {
                parts.add(new Words(text.substring(from, slots.start())));
                parts.add(new Slot(slots.group(2), !slots.group(1).isEmpty()));
                from = slots.end();
            }
            parts.add(new Words(text.substring(from)));
            return new Clause(List.copyOf(parts), need);
        }

        private boolean isWritten(Map<String, String> slots) {
            if (need == Need.REQUIRED) {
                return true;
            }
            for (Part part : parts) {
                if (part instanceof Slot slot && !slots.containsKey(slot.name())) {
                    return false;
                }
            }
            return true;
        }
    }

    /** What a clause is made of. */
    sealed interface Part permits Words, Slot {}

    /** Words that stand as they are. */
    record Words(String text) implements Part {}

    /** A place for a value, as a key or as a quoted text. */
    record Slot(String name, boolean isQuoted) implements Part {}

    /** Whether a clause may be missing. */
    enum Need {
        REQUIRED,
        OPTIONAL
    }

    static Template of(String pattern) {
        List<Clause> clauses = new ArrayList<>();
        Matcher matcher = CLAUSE.matcher(pattern);
        while (matcher.find()) {
            String optional = matcher.group(1);
            clauses.add(
                    optional != null ? Clause.of(optional, Need.OPTIONAL) : Clause.of(matcher.group(2), Need.REQUIRED));
        }
        return new Template(List.copyOf(clauses));
    }

    String fill(Map<String, String> slots) {
        StringBuilder sentence = new StringBuilder();
        for (Clause clause : clauses) {
            if (clause.isWritten(slots)) {
                for (Part part : clause.parts()) {
                    append(part, slots, sentence);
                }
            }
        }
        return sentence.toString();
    }

    private static void append(Part part, Map<String, String> slots, StringBuilder sentence) {
        if (part instanceof Slot slot) {
            String value = slots.getOrDefault(slot.name(), "?");
            sentence.append(slot.isQuoted() ? quote(value) : value);
        } else {
            sentence.append(((Words) part).text());
        }
    }

    private static String quote(String value) {
        return "\"" + value.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
    }
}

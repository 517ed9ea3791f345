package wexa.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A sentence form, cut into clauses. */
record Template(List<Clause> clauses) {
    private static final Pattern CLAUSE = Pattern.compile("\\[([^]]*)]|([^\\[]+)");
    private static final Pattern SLOT = Pattern.compile("\\{(\"?)(\\w+)\"?}");

    /** A run of words and slots; an optional one is left out when a slot of it is empty. */
    record Clause(String text, Need need) {}

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
                    optional != null
                            ? new Clause(optional, Need.OPTIONAL)
                            : new Clause(matcher.group(2), Need.REQUIRED));
        }
        return new Template(List.copyOf(clauses));
    }

    String fill(Map<String, String> slots) {
        StringBuilder sentence = new StringBuilder();
        for (Clause clause : clauses) {
            if (clause.need() == Need.REQUIRED || hasAll(clause, slots)) {
                append(clause, slots, sentence);
            }
        }
        return sentence.toString();
    }

    private static boolean hasAll(Clause clause, Map<String, String> slots) {
        return SLOT.matcher(clause.text()).results().allMatch(slot -> slots.containsKey(slot.group(2)));
    }

    private static void append(Clause clause, Map<String, String> slots, StringBuilder sentence) {
        Matcher matcher = SLOT.matcher(clause.text());
        while (matcher.find()) {
            String value = slots.getOrDefault(matcher.group(2), "?");
            String written = matcher.group(1).isEmpty() ? value : quote(value);
            matcher.appendReplacement(sentence, Matcher.quoteReplacement(written));
        }
        matcher.appendTail(sentence);
    }

    private static String quote(String value) {
        return "\"" + value.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
    }
}

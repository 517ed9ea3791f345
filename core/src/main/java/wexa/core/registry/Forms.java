package wexa.core.registry;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.change.Author;
import wexa.core.change.Form;
import wexa.core.model.Kind;
import wexa.core.room.Room;
import wexa.core.sentence.Quoting;
import wexa.core.sentence.Tokens;

/** The forms of all rooms. Two sentences that could be taken for one another do not start. */
public final class Forms {
    /** Kinds whose facts others refer to although they stand late in the order of kinds. */
    private static final List<Kind<?>> EARLY =
            List.of(Kind.UNIT, Kind.HOME, Kind.PERSON_FIELD, Kind.PERSON, Kind.INVITATION, Kind.ABSENCE);

    private static final Map<String, Form> BY_NAME = new LinkedHashMap<>();
    private static final Map<String, String> LABELS = new HashMap<>();
    private static final Map<Form, Integer> RANKS = new HashMap<>();
    private static final List<Form> ALL;

    /** When values are quoted: every word of every phrase. */
    public static final Quoting QUOTING;

    static {
        Set<String> words = new LinkedHashSet<>();
        List<Kind<?>> order = new ArrayList<>(EARLY);
        Kind.all().stream().filter(kind -> !EARLY.contains(kind)).forEach(order::add);
        for (Room<?> room : Rooms.ALL) {
            int place = order.indexOf(room.kind());
            for (Form form : room.forms()) {
                if (BY_NAME.put(form.name(), form) != null) {
                    throw new IllegalStateException("there are two forms '" + form.name() + "'; rename one");
                }
                words.addAll(form.phrase().words());
                form.allFields().forEach(field -> LABELS.putIfAbsent(field.name(), field.label()));
                RANKS.put(form, form.isLast() ? 2 * order.size() - place : place);
            }
        }
        QUOTING = new Quoting(words);
        ALL = List.copyOf(BY_NAME.values());
        checkLeads(ALL);
    }

    private Forms() {}

    /**
     * The leading words choose the form, so that none may begin with those of another.
     *
     * @throws IllegalStateException for two that do
     */
    static void checkLeads(Iterable<Form> forms) {
        for (Form one : forms) {
            for (Form other : forms) {
                List<String> lead = one.phrase().lead();
                List<String> longer = other.phrase().lead();
                boolean isPrefix = lead.size() <= longer.size()
                        && longer.subList(0, lead.size()).equals(lead);
                if (one != other && isPrefix) {
                    throw new IllegalStateException("the sentences of " + one + " and " + other
                            + " begin with the same words; change one of them");
                }
            }
        }
    }

    public static List<Form> all() {
        return ALL;
    }

    public static Optional<Form> find(String name) {
        return Optional.ofNullable(BY_NAME.get(name));
    }

    /** What people call a field, by its name; the name itself for one that no form has. */
    public static String label(String field) {
        return LABELS.getOrDefault(field, field);
    }

    /**
     * Where a form stands when several are carried out: what others may refer to comes first, so that it does not matter
     * what was typed first.
     */
    public static int rank(Form form) {
        return RANKS.getOrDefault(form, 0);
    }

    /** A line that was read: the form that its leading words chose, and the texts of its fields. */
    public record Line(Form form, Map<String, String> fields) {}

    /**
     * Reads a sentence. What it names is not looked up. Where no form's words stand, those are named that an administrator
     * may write.
     *
     * @throws wexa.core.sentence.Refused for what is no sentence
     */
    public static Line read(String sentence) {
        Tokens tokens = Tokens.of(sentence);
        Form form = tokens.chosen(ALL, one -> one.phrase().lead(), one -> one.author() == Author.ADMINISTRATOR);
        return new Line(form, form.phrase().read(tokens));
    }
}

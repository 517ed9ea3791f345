package wexa.core.sentence;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a sentence, or a part of one, is made of. Written as a pattern: words stand as they are, {@code {slot}} is a value,
 * and a clause in brackets stands only when it has one. Clauses begin with words of their own and may be read in any order;
 * they are written in this one.
 */
public final class Phrase {
    /** Before the words of a clause: what the clause is about is taken away. */
    public static final String WITHOUT = "without";

    private static final Pattern CLAUSE = Pattern.compile("\\[([^]]*)]|([^\\[]+)");
    private static final Pattern PIECE = Pattern.compile("\\{([\\w.-]+)}|(\\S+)");

    private final List<Piece> pieces;
    private final List<Clause> clauses;
    private final Set<String> words = new LinkedHashSet<>();
    private final Map<String, Slot> slots;

    private sealed interface Piece permits Word, Slot {}

    /** A word that stands as it is. */
    private record Word(String text) implements Piece {}

    /**
     * A place for a value.
     *
     * @param what what kind of value belongs here, in words
     */
    public record Slot(String name, Shape shape, String what, Need need) implements Piece {}

    /** Whether a sentence may say that there is none. */
    public enum Need {
        NEEDED,
        CLEARABLE
    }

    private record Clause(List<String> words, Slot slot) {}

    private Phrase(String pattern, Map<String, Slot> slots) {
        this.slots = slots;
        List<Piece> fixed = new ArrayList<>();
        List<Clause> optional = new ArrayList<>();
        Matcher matcher = CLAUSE.matcher(pattern);
        while (matcher.find()) {
            if (matcher.group(1) != null) {
                optional.add(clause(pieces(matcher.group(1), slots), pattern));
            } else if (optional.isEmpty()) {
                fixed.addAll(pieces(matcher.group(2), slots));
            } else if (!matcher.group(2).isBlank()) {
                throw new IllegalArgumentException(
                        "'" + pattern + "' has words after an optional clause; put them first");
            }
        }
        this.pieces = List.copyOf(fixed);
        this.clauses = List.copyOf(optional);
        this.pieces.stream().filter(Word.class::isInstance).forEach(word -> words.add(((Word) word).text()));
        Set<String> firsts = new HashSet<>(Set.of(WITHOUT));
        for (Clause clause : clauses) {
            words.addAll(clause.words());
            if (!firsts.add(clause.words().getFirst())) {
                throw new IllegalArgumentException("'" + pattern + "' has two clauses that begin with '"
                        + clause.words().getFirst() + "'; give each a first word of its own");
            }
        }
    }

    /** @param slots by name; each must stand in the pattern, and the pattern has no others */
    public static Phrase of(String pattern, List<Slot> slots) {
        Map<String, Slot> byName = new LinkedHashMap<>();
        slots.forEach(slot -> byName.put(slot.name(), slot));
        Phrase phrase = new Phrase(pattern, byName);
        for (Slot slot : slots) {
            if (!phrase.has(slot)) {
                throw new IllegalArgumentException("'" + pattern + "' has no place for '" + slot.name()
                        + "': a sentence says all that its fields say");
            }
        }
        return phrase;
    }

    private boolean has(Slot slot) {
        return pieces.contains(slot)
                || clauses.stream().anyMatch(clause -> clause.slot().equals(slot));
    }

    private static List<Piece> pieces(String text, Map<String, Slot> slots) {
        List<Piece> pieces = new ArrayList<>();
        Matcher matcher = PIECE.matcher(text);
        while (matcher.find()) {
            if (matcher.group(1) == null) {
                pieces.add(new Word(matcher.group(2)));
            } else {
                Slot slot = slots.get(matcher.group(1));
                if (slot == null) {
                    throw new IllegalArgumentException("there is no field '" + matcher.group(1) + "' for '" + text
                            + "'; there are " + slots.keySet());
                }
                pieces.add(slot);
            }
        }
        return pieces;
    }

    private static Clause clause(List<Piece> pieces, String pattern) {
        List<String> words = new ArrayList<>();
        for (Piece piece : pieces.subList(0, pieces.size() - 1)) {
            if (piece instanceof Word word) {
                words.add(word.text());
            }
        }
        if (words.size() != pieces.size() - 1 || words.isEmpty() || !(pieces.getLast() instanceof Slot slot)) {
            throw new IllegalArgumentException("'" + pattern + "': a clause is words and then one value");
        }
        return new Clause(List.copyOf(words), slot);
    }

    /** The words before the first value: they choose the phrase. */
    public List<String> lead() {
        List<String> lead = new ArrayList<>();
        for (Piece piece : pieces) {
            if (!(piece instanceof Word word)) {
                break;
            }
            lead.add(word.text());
        }
        return lead;
    }

    /** Every word that stands in it as it is, also in the values that are phrases. */
    public Set<String> words() {
        Set<String> all = new LinkedHashSet<>(words);
        all.add(WITHOUT);
        for (Slot slot : slots.values()) {
            if (slot.shape() instanceof Shape.OneOf one) {
                one.phrases().forEach(phrase -> all.addAll(phrase.words()));
            }
        }
        return all;
    }

    /** The sentence with these values; a clause whose value is empty says that there is none. */
    public String fill(Map<String, String> values, Quoting quoting) {
        StringBuilder sentence = new StringBuilder();
        for (Piece piece : pieces) {
            space(sentence);
            switch (piece) {
                case Word word -> sentence.append(word.text());
                case Slot slot -> slot.shape().write(values.getOrDefault(slot.name(), ""), quoting, sentence);
            }
        }
        for (Clause clause : clauses) {
            String value = values.get(clause.slot().name());
            if (value != null) {
                space(sentence);
                if (value.isEmpty()) {
                    sentence.append(WITHOUT).append(' ');
                }
                sentence.append(String.join(" ", clause.words()));
                if (!value.isEmpty()) {
                    space(sentence);
                    clause.slot().shape().write(value, quoting, sentence);
                }
            }
        }
        return sentence.toString();
    }

    private static void space(StringBuilder sentence) {
        if (!sentence.isEmpty()) {
            sentence.append(' ');
        }
    }

    /**
     * Takes a phrase from the tokens, as far as it reaches.
     *
     * @throws Refused where something else stands
     */
    Map<String, String> take(Tokens tokens) {
        Map<String, String> values = new LinkedHashMap<>();
        for (Piece piece : pieces) {
            switch (piece) {
                case Word word -> {
                    if (!tokens.isAt(word.text())) {
                        throw tokens.refused(List.of(word.text()));
                    }
                    tokens.next();
                }
                case Slot slot -> values.put(slot.name(), slot.shape().take(tokens, slot.what()));
            }
        }
        while (takeClause(tokens, values)) {
            // each is taken once, in whatever order
        }
        return values;
    }

    private boolean takeClause(Tokens tokens, Map<String, String> values) {
        for (Clause clause : clauses) {
            String name = clause.slot().name();
            if (!values.containsKey(name) && tokens.isAt(clause.words())) {
                tokens.skip(clause.words().size());
                values.put(
                        name, clause.slot().shape().take(tokens, clause.slot().what()));
                return true;
            }
        }
        boolean isClearing = clauses.stream().anyMatch(clause -> clause.slot().need() == Need.CLEARABLE);
        if (!isClearing || !tokens.isAt(WITHOUT)) {
            return false;
        }
        tokens.next();
        for (Clause clause : clauses) {
            String name = clause.slot().name();
            boolean isFree = clause.slot().need() == Need.CLEARABLE && !values.containsKey(name);
            if (isFree && tokens.isAt(clause.words())) {
                tokens.skip(clause.words().size());
                values.put(name, "");
                return true;
            }
        }
        throw tokens.refused(clauses.stream()
                .filter(clause -> clause.slot().need() == Need.CLEARABLE
                        && !values.containsKey(clause.slot().name()))
                .map(clause -> String.join(" ", clause.words()))
                .toList());
    }

    /**
     * Reads a whole sentence.
     *
     * @return the texts of its fields by name; empty for one that it says there is none of
     * @throws Refused where something else stands
     */
    public Map<String, String> read(Tokens tokens) {
        Map<String, String> values = take(tokens);
        if (!tokens.isAtEnd()) {
            List<String> expected = new ArrayList<>();
            clauses.stream()
                    .filter(clause -> !values.containsKey(clause.slot().name()))
                    .forEach(clause -> expected.add(String.join(" ", clause.words())));
            expected.add("the end of the line");
            throw tokens.refused(expected);
        }
        return values;
    }

    /** The pattern as the manual shows it: values by what they are, clauses in brackets. */
    public String shown() {
        StringBuilder text = new StringBuilder();
        for (Piece piece : pieces) {
            space(text);
            text.append(piece instanceof Word word ? word.text() : shown((Slot) piece));
        }
        for (Clause clause : clauses) {
            text.append(" [")
                    .append(String.join(" ", clause.words()))
                    .append(' ')
                    .append(shown(clause.slot()))
                    .append(']');
        }
        return text.toString();
    }

    private static String shown(Slot slot) {
        return "‹" + slot.what() + "›";
    }
}

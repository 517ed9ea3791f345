package wexa.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How the text of a field stands in a sentence. What a shape writes it takes back as the same text.
 */
public sealed interface Shape {
    void write(String value, Quoting quoting, StringBuilder to);

    /**
     * Takes the value from the tokens.
     *
     * @param what what is expected here, for whoever reads the refusal
     * @throws Refused where something else stands
     */
    String take(Tokens tokens, String what);

    /** One word, in quotes only where it could be misread. */
    record Word() implements Shape {
        @Override
        public void write(String value, Quoting quoting, StringBuilder to) {
            to.append(quoting.word(value));
        }

        @Override
        public String take(Tokens tokens, String what) {
            return value(tokens, what);
        }
    }

    /** A text, always in quotes. */
    record Text() implements Shape {
        @Override
        public void write(String value, Quoting quoting, StringBuilder to) {
            to.append(Quoting.text(value));
        }

        @Override
        public String take(Tokens tokens, String what) {
            return value(tokens, what);
        }
    }

    /** Several with commas between, each of the same shape. */
    record Several(Shape each) implements Shape {
        @Override
        public void write(String value, Quoting quoting, StringBuilder to) {
            String between = "";
            for (String one : Items.split(value)) {
                to.append(between);
                each.write(one, quoting, to);
                between = ",";
            }
        }

        @Override
        public String take(Tokens tokens, String what) {
            List<String> values = new ArrayList<>();
            values.add(each.take(tokens, what));
            while (tokens.peek().sort() == Tokens.Sort.COMMA) {
                tokens.next();
                values.add(each.take(tokens, what));
            }
            return Items.join(values);
        }
    }

    /**
     * A phrase of its own, such as {@code wren.castellane in group lagoon-night}: the text of the field is that phrase. Of
     * several, the first whose leading words stand there; the last has none.
     */
    record OneOf(List<Phrase> phrases) implements Shape {
        public OneOf {
            phrases = List.copyOf(phrases);
        }

        @Override
        public void write(String value, Quoting quoting, StringBuilder to) {
            to.append(value);
        }

        @Override
        public String take(Tokens tokens, String what) {
            Phrase phrase = chosen(tokens);
            return phrase.fill(phrase.take(tokens), new Quoting(words()));
        }

        private Set<String> words() {
            return phrases.stream().flatMap(phrase -> phrase.words().stream()).collect(Collectors.toSet());
        }

        private Phrase chosen(Tokens tokens) {
            for (Phrase phrase : phrases) {
                if (tokens.isAt(phrase.lead())) {
                    return phrase;
                }
            }
            return phrases.getLast();
        }

        /** The values of a field's text by their slots; empty where it is no such phrase. */
        public Optional<Map<String, String>> read(String text) {
            try {
                Tokens tokens = Tokens.of(text);
                Map<String, String> values = chosen(tokens).take(tokens);
                return tokens.isAtEnd() ? Optional.of(values) : Optional.empty();
            } catch (Refused refused) {
                return Optional.empty();
            }
        }
    }

    private static String value(Tokens tokens, String what) {
        return switch (tokens.peek().sort()) {
            case WORD, QUOTED -> tokens.next().text();
            case COMMA, END -> throw tokens.refused(List.of(what));
        };
    }
}

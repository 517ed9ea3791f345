package wexa.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Phrases write what they read, and say where a line stops being one. */
class PhraseTest {
    private static final Phrase PHRASE = Phrase.of(
            "lend {what} to {whom}[ for {days}][ in case {why}][ tags {tags}]",
            List.of(
                    slot("what", new Shape.Word()),
                    slot("whom", new Shape.Word()),
                    slot("days", new Shape.Word()),
                    new Phrase.Slot("why", new Shape.Text(), "a text", Phrase.Need.CLEARABLE),
                    slot("tags", new Shape.Several(new Shape.Word()))));
    private static final Quoting QUOTING = new Quoting(PHRASE.words());

    private static Phrase.Slot slot(String name, Shape shape) {
        return new Phrase.Slot(name, shape, "a value", Phrase.Need.NEEDED);
    }

    static LongStream seeds() {
        return LongStream.range(0, 300);
    }

    private static Refused refused(String line) {
        return catchThrowableOfType(Refused.class, () -> PHRASE.read(Tokens.of(line)));
    }

    @Test
    void clausesStandOnlyWhenTheyHaveSomethingToSay() {
        assertThat(PHRASE.fill(Map.of("what", "net", "whom", "wren"), QUOTING)).isEqualTo("lend net to wren");
        assertThat(PHRASE.fill(Map.of("what", "net", "whom", "to", "why", "a \"b\" \\", "days", "3"), QUOTING))
                .isEqualTo("lend net to \"to\" for 3 in case \"a \\\"b\\\" \\\\\"");
        assertThat(PHRASE.fill(Map.of("what", "net", "whom", "wren", "why", ""), QUOTING))
                .isEqualTo("lend net to wren without in case");
    }

    @Test
    void clausesAreReadInAnyOrderAndCommentsAreNotRead() {
        assertThat(PHRASE.read(Tokens.of("lend net to wren tags a , b,c  for 3 # to be brought back")))
                .isEqualTo(Map.of("what", "net", "whom", "wren", "tags", "a,b,c", "days", "3"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "lend|5|''|a value",
                "lend net for wren|10|for|to",
                "lend net to wren fro 3|18|fro|for",
                "lend net to wren for 3 for 4|24|for|in case",
                "lend net to wren tags a,|25|''|a value",
                "lend net to wren without for|26|for|in case",
                "lend \"net|6|\"net|a closing quote",
                "lend net to wren #|18|''|"
            })
    void aLineSaysWhereItStopsBeingASentence(String line, int column, String found, String expected) {
        if (expected == null) {
            assertThat(PHRASE.read(Tokens.of(line))).hasSize(2);
            return;
        }
        Refused refused = refused(line);
        assertThat(refused.column()).isEqualTo(column);
        assertThat(refused.found()).isEqualTo(found);
        assertThat(refused.expected()).contains(expected);
    }

    @Test
    void theNearestWordIsProposedAndNoFarOne() {
        assertThat(refused("lend net to wren fro 3").nearest()).contains("for");
        assertThat(refused("lend net ot wren").nearest()).contains("to");
        assertThat(refused("lend net to wren yesterday").nearest()).isEmpty();
    }

    @Test
    void patternsThatCouldBeMisreadAreNotMade() {
        Phrase.Slot one = slot("one", new Shape.Word());
        Phrase.Slot two = slot("two", new Shape.Word());
        assertThatThrownBy(() -> Phrase.of("do {one}[ at {two}][ at {one}]", List.of(one, two)))
                .hasMessageContaining("begin with 'at'");
        assertThatThrownBy(() -> Phrase.of("do {one}", List.of(one, two))).hasMessageContaining("no place for 'two'");
        assertThatThrownBy(() -> Phrase.of("do {three}", List.of(one))).hasMessageContaining("'three'");
        assertThatThrownBy(() -> Phrase.of("do[ {one}]", List.of(one))).hasMessageContaining("a clause is words");
        assertThatThrownBy(() -> Phrase.of("do[ at {one}] {two}", List.of(one, two)))
                .hasMessageContaining("put them first");
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsWrittenIsReadAsTheSame(long seed) {
        Random random = new Random(seed);
        Map<String, String> values = new HashMap<>(Map.of("what", odd(random), "whom", odd(random)));
        if (random.nextBoolean()) {
            values.put("days", odd(random));
        }
        if (random.nextBoolean()) {
            values.put("why", random.nextInt(4) == 0 ? "" : odd(random));
        }
        if (random.nextBoolean()) {
            values.put("tags", Items.join(List.of(odd(random), odd(random))));
        }
        String line = PHRASE.fill(values, QUOTING);
        assertThat(PHRASE.read(Tokens.of(line))).as(line).isEqualTo(values);
        assertThat(Items.split(Items.join(List.of("a", line, "b")))).containsExactly("a", line, "b");
    }

    /** Texts that a careless reader would take apart. */
    private static String odd(Random random) {
        String[] parts = {
            "a", " ", "\"", "\\", ",", "#", "to", "for", "in case", "without", "лагуна", "ラグーン", "\u00a0", "é", "'",
            "{what}", "[", "]"
        };
        StringBuilder text = new StringBuilder();
        for (int count = random.nextInt(4); count >= 0; count--) {
            text.append(parts[random.nextInt(parts.length)]);
        }
        String made = text.toString();
        return made.isBlank() || made.strip().isEmpty() ? "x" + made : made;
    }

    @Test
    void aPhraseWithinAPhraseKeepsItsQuotes() {
        Shape.OneOf inner = new Shape.OneOf(List.of(
                Phrase.of("group {group}", List.of(slot("group", new Shape.Word()))),
                Phrase.of("{person}", List.of(slot("person", new Shape.Word())))));
        Phrase outer =
                Phrase.of("greet {whom}", List.of(new Phrase.Slot("whom", inner, "somebody", Phrase.Need.NEEDED)));
        for (String line : Set.of("greet group night", "greet \"group\"", "greet group \"group\"", "greet wren")) {
            String whom = outer.read(Tokens.of(line)).getOrDefault("whom", "");
            assertThat(outer.fill(Map.of("whom", whom), QUOTING)).isEqualTo(line);
        }
        assertThat(inner.read("group night")).contains(Map.of("group", "night"));
        assertThat(inner.read("\"group\"")).contains(Map.of("person", "group"));
        assertThat(inner.read("one two")).isEmpty();
    }
}

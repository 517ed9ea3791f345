package wexa.core.message;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;

class MessageTemplateTest {
    private static final String BODY = "Hello {given name}\n\n{activation}\n\n{doors}\n\nSee you";

    private static List<Code> codes(String subject, String body) {
        return new MessageTemplate(subject, body)
                .check(Occasion.FIRST_ACCOUNTS).stream().map(Finding::code).toList();
    }

    @Test
    void anInvitationNeedsItsLinkAndTellsOfNoAccounts() {
        assertThat(new MessageTemplate("Hello", "{activation}").check(Occasion.INVITATION))
                .isEmpty();
        assertThat(new MessageTemplate("Hello", "{doors}").check(Occasion.INVITATION))
                .extracting(Finding::code)
                .containsExactly(MessageCodes.MESSAGE_BLANK_MISSING);
    }

    @Test
    void aTemplateWithItsBlanksIsFine() {
        assertThat(codes("Welcome, {name}", BODY)).isEmpty();
    }

    @Test
    void whatIsWrongIsNamedWithItsField() {
        assertThat(new MessageTemplate("", BODY).check(Occasion.FIRST_ACCOUNTS))
                .extracting(Finding::code, Finding::path)
                .containsExactly(org.assertj.core.groups.Tuple.tuple(Code.FIELD_MISSING, "subject"));
        assertThat(codes("Hi {shoe size}", BODY)).containsExactly(MessageCodes.MESSAGE_BLANK_UNKNOWN);
        assertThat(codes("Hi", BODY + " {")).containsExactly(MessageCodes.MESSAGE_BLANK_UNKNOWN);
        assertThat(codes("Hi", "{doors}")).containsExactly(MessageCodes.MESSAGE_BLANK_MISSING);
        assertThat(codes("Hi {doors}", BODY)).containsExactly(MessageCodes.MESSAGE_BLANK_NOT_HERE);
        assertThat(codes("Hi\nBcc: all", BODY)).containsExactly(Code.FIELD_CONTROL_CHARACTERS);
        assertThat(codes("Hi", BODY + "x".repeat(MessageTemplate.LONGEST_BODY))).containsExactly(Code.FIELD_TOO_LONG);
    }

    @Test
    void aLineOfEmptyBlanksGoesAwayWithTheGapThatItLeaves() {
        MessageTemplate.Filled letter =
                new MessageTemplate("Hi", BODY).filled(Map.of(Blank.GIVEN_NAME, "Ines", Blank.DOORS, "Pelagia North"));
        assertThat(letter.body()).isEqualTo("Hello Ines\n\nPelagia North\n\nSee you\n");
    }

    @Test
    void aGapInASentenceIsNamedAndALineThatGoesAwayIsNone() {
        MessageTemplate template =
                new MessageTemplate("Hi {given name}", "You start as {job} on {first day}.\n\n{activation}\n");
        assertThat(template.gaps(Map.of(Blank.GIVEN_NAME, "Ines", Blank.JOB, "Keeper")))
                .containsExactly(Blank.FIRST_DAY);
        assertThat(template.gaps(Map.of(Blank.JOB, " ", Blank.FIRST_DAY, "3 Dec 2026")))
                .containsExactly(Blank.GIVEN_NAME, Blank.JOB);
        assertThat(new MessageTemplate("Hi", "{job}\n{activation}").gaps(Map.of()))
                .isEmpty();
    }

    @Test
    void aBraceThatIsMeantIsWrittenTwiceAndValuesAreNeverReadAsTemplates() {
        MessageTemplate.Filled letter = new MessageTemplate("{name} {{you}}", BODY)
                .filled(Map.of(Blank.NAME, "{doors} $1 \\ x", Blank.DOORS, "none"));
        assertThat(letter.subject()).isEqualTo("{doors} $1 \\ x {you}");
    }

    @Test
    void aValueOfSeveralLinesMakesNoSecondHeader() {
        MessageTemplate.Filled letter = new MessageTemplate("For {name}", BODY)
                .filled(Map.of(Blank.NAME, "Ines\r\nBcc: everybody@skerrow.example"));
        assertThat(letter.subject()).isEqualTo("For Ines Bcc: everybody@skerrow.example");
    }

    static IntStream seeds() {
        return IntStream.range(0, 200);
    }

    /** Against a filling by plain replacement, on texts without lines that go away. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void fillingIsReplacingEachBlank(int seed) {
        Random random = new Random(seed);
        Map<Blank, String> values = new EnumMap<>(Blank.class);
        for (Blank blank : Blank.values()) {
            values.put(blank, "v" + random.nextInt(1_000));
        }
        StringBuilder template = new StringBuilder("start");
        StringBuilder expected = new StringBuilder("start");
        for (int part = 0; part < 12; part++) {
            Blank blank = Blank.values()[random.nextInt(Blank.values().length)];
            switch (random.nextInt(4)) {
                case 0 -> {
                    template.append(" {").append(blank.text()).append('}');
                    expected.append(' ').append(values.get(blank));
                }
                case 1 -> {
                    template.append("{{");
                    expected.append('{');
                }
                case 2 -> {
                    template.append("\nline ");
                    expected.append("\nline ");
                }
                default -> {
                    template.append(" }}x");
                    expected.append(" }x");
                }
            }
        }
        assertThat(new MessageTemplate("s", template.toString()).filled(values).body())
                .as("%s", template)
                .isEqualTo(expected.toString().strip() + "\n");
    }
}

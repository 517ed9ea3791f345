package wexa.core.value;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Random;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Texts that become names, addresses and numbers: what is accepted, what is refused, and that the two agree. */
class NamesTest {
    /** A kind of name: whether a text is accepted, and what is made of it. */
    private record Form(String name, Predicate<String> accepts, Function<String, Object> make) {}

    private static final List<Form> FORMS = List.of(
            new Form("handle", Handle::accepts, Handle::of),
            new Form("mail", Mail::accepts, Mail::of),
            new Form("phone", Phone::accepts, Phone::of),
            new Form("key", Key::accepts, Key::of));

    static LongStream seeds() {
        return LongStream.range(1, 41);
    }

    @ParameterizedTest
    @ValueSource(strings = {"ines.abara", "a1", "x-y.z", "0.0", "wren2"})
    void handlesAreLowerCaseWithDotsAndHyphensInside(String text) {
        assertThat(Handle.accepts(text)).isTrue();
        assertThat(Handle.of(text)).hasToString(text);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "a", ".a", "a.", "-ab", "ab-", "Ines", "ines abara", "inès", "ines@x", "ines\n"})
    void otherHandlesAreRefusedWithWhatIsAllowed(String text) {
        assertThat(Handle.accepts(text)).isFalse();
        assertThatThrownBy(() -> Handle.of(text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("2 to 64 lower-case letters");
    }

    /** The rule as a pattern says it, slowly. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void handlesAndKeysAreWhatTheirPatternsSay(long seed) {
        Random random = new Random(seed);
        for (int round = 0; round < 500; round++) {
            StringBuilder made = new StringBuilder();
            int length = random.nextInt(round % 10 == 0 ? 70 : 6);
            while (made.length() < length) {
                made.append("ab09z.--A é_".charAt(random.nextInt(12)));
            }
            String text = made.toString();
            assertThat(Handle.accepts(text)).as(text).isEqualTo(text.matches("[a-z0-9]([a-z0-9.-]{0,62}[a-z0-9])"));
            assertThat(Key.accepts(text))
                    .as(text)
                    .isEqualTo(text.length() <= 60 && text.matches("[a-z0-9]+(-[a-z0-9]+)*"));
        }
    }

    @Test
    void aHandleHasAtMostSixtyFourLetters() {
        assertThat(Handle.accepts("a".repeat(64))).isTrue();
        assertThat(Handle.accepts("a".repeat(65))).isFalse();
        assertThat(Key.accepts("a".repeat(60))).isTrue();
        assertThat(Key.accepts("a".repeat(61))).isFalse();
    }

    @ParameterizedTest
    @CsvSource({
        "Ines.Abara@Skerrow.Example, ines.abara@skerrow.example",
        "o'neil@skerrow.example, o'neil@skerrow.example",
        "a+tag@sub.skerrow.example, a+tag@sub.skerrow.example"
    })
    void addressesAreKeptInLowerCase(String text, String kept) {
        assertThat(Mail.of(text)).hasToString(kept);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "ines",
                "ines@",
                "@skerrow.example",
                "ines@skerrow",
                "ines abara@skerrow.example",
                "ines..abara@skerrow.example",
                ".ines@skerrow.example",
                "ines@skerrow..example",
                "ines@skerrow.example, bo@skerrow.example",
                "\"ines\"@skerrow.example"
            })
    void whatIsNoAddressIsRefused(String text) {
        assertThat(Mail.accepts(text)).isFalse();
        assertThatThrownBy(() -> Mail.of(text)).hasMessageContaining("is not an e-mail address");
    }

    @ParameterizedTest
    @CsvSource({
        "+44 1632 960 123, +441632960123",
        "+44 (1632) 960-123, +441632960123",
        "+1.202.555.0143, +12025550143",
        "+44/1632/960123, +441632960123"
    })
    void numbersLoseTheirPunctuation(String text, String kept) {
        assertThat(Phone.of(text)).hasToString(kept);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "01632 960123", "+0441632960123", "+44", "+4416329601231234567", "+44x1632960123"})
    void numbersWithoutACountryAreRefused(String text) {
        assertThat(Phone.accepts(text)).isFalse();
        assertThatThrownBy(() -> Phone.of(text)).hasMessageContaining("E.164");
    }

    @ParameterizedTest
    @ValueSource(strings = {"north", "lagoon-hall", "2026", "a-1-b"})
    void keysHaveSingleHyphensInside(String text) {
        assertThat(Key.of(text)).hasToString(text);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "-a", "a-", "a--b", "A", "a_b", "a.b", "a b"})
    void otherKeysAreRefused(String text) {
        assertThatThrownBy(() -> Key.of(text)).hasMessageContaining("single hyphens");
    }

    @Test
    void permissionsHaveThreePartsAndAnOrder() {
        Permission amend = Permission.of("pelagia:treatment:amend");
        assertThat(amend).hasToString("pelagia:treatment:amend").isEqualTo(Permission.of(amend.toString()));
        assertThat(amend).isLessThan(Permission.of("pelagia:treatment:see"));
        assertThat(amend).isLessThan(Permission.of("quayside:animal:see"));
        for (String wrong : List.of("", "pelagia", "pelagia:treatment", "a:b:c:d", "a::c", "A:b:c")) {
            assertThatThrownBy(() -> Permission.of(wrong)).as(wrong).isInstanceOf(IllegalArgumentException.class);
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsAcceptedIsMadeAndStaysWhatItIs(long seed) {
        Random random = new Random(seed);
        String letters = "ab1.-+@ _A\u00e9\u202e(/)9";
        for (int time = 0; time < 300; time++) {
            StringBuilder text = new StringBuilder(random.nextInt(4) == 0 ? "+4416329" : "");
            for (int length = random.nextInt(12); length > 0; length--) {
                text.append(letters.charAt(random.nextInt(letters.length())));
            }
            for (Form form : FORMS) {
                agree(form, text.toString());
            }
        }
    }

    private static void agree(Form form, String text) {
        if (form.accepts().test(text)) {
            Object made = form.make().apply(text);
            assertThat(form.accepts().test(made.toString())).as(form.name()).isTrue();
            assertThat(form.make().apply(made.toString())).as(form.name()).isEqualTo(made);
        } else {
            assertThatThrownBy(() -> form.make().apply(text))
                    .as("%s '%s'", form.name(), text)
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }
}

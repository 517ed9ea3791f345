package wexa.server.problems;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.lang.reflect.Field;
import java.lang.reflect.Modifier;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;

/** Every code has its text, and its own stable name. */
class MessagesTest {
    private static final String[] FACTS = {
        "value",
        "V",
        "holder",
        "H",
        "home",
        "Orrin directory",
        "person",
        "P",
        "one",
        "Pelagia North",
        "other",
        "Pelagia South",
        "free",
        "F",
        "length",
        "300",
        "most",
        "200",
        "fields",
        "a, b",
        "until",
        "U",
        "from",
        "O",
        "circle",
        "a → b → a",
        "userName",
        "N",
        "rule",
        "MAIL",
        "tenant",
        "Pelagia North",
        "kinds",
        "K",
        "held",
        "D",
        "size",
        "20",
        "kind",
        "keeper",
        "attribute",
        "phone",
        "role",
        "Keeper",
        "nearestName",
        "Lagoon Hall",
        "what",
        "roles",
        "was",
        "keep this",
        "is",
        "keep that",
        "holderHandle",
        "h.older",
        "count",
        "2"
    };

    /** Every code that the core declares, wherever. */
    static List<Code> codes() {
        return new ClassFileImporter()
                .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS).importPackages("wexa.core").stream()
                        .flatMap(type -> Arrays.stream(type.reflect().getDeclaredFields()))
                        .filter(field -> field.getType() == Code.class && Modifier.isStatic(field.getModifiers()))
                        .map(MessagesTest::read)
                        .toList();
    }

    private static Code read(Field field) {
        try {
            field.setAccessible(true);
            return (Code) field.get(null);
        } catch (IllegalAccessException hidden) {
            throw new AssertionError(hidden);
        }
    }

    @ParameterizedTest
    @MethodSource("codes")
    void everyFindingBecomesASentenceWithoutGaps(Code code) {
        String text = Messages.text(Finding.of(code, "mail", FACTS));
        assertThat(text).matches("(?s)[A-Z0-9“].*[.]").doesNotContain("null");
    }

    @Test
    void codesAreDistinct() {
        Set<String> texts = new HashSet<>();
        assertThat(codes()).hasSizeGreaterThan(50).allMatch(code -> texts.add(code.text()));
    }
}

package wexa.server.problems;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
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

    @ParameterizedTest
    @EnumSource(Code.class)
    void everyFindingBecomesASentenceWithoutGaps(Code code) {
        String text = Messages.text(Finding.of(code, "mail", FACTS));
        assertThat(text).matches("(?s)[A-Z0-9“].*[.]").doesNotContain("null");
    }

    @Test
    void codesAreDistinct() {
        Set<String> texts = new HashSet<>();
        assertThat(Code.values()).allMatch(code -> texts.add(code.text()));
    }
}

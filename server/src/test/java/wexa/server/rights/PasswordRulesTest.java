package wexa.server.rights;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PasswordRulesTest {
    private static final List<String> OWN = List.of("ines.abara", "Ines Abara", "ines.abara@skerrow.example");

    @ParameterizedTest
    @ValueSource(
            strings = {
                "password1234",
                "Password2026!",
                "passwordpassword",
                "P@ssw0rdP@ssw0rd",
                "welcome12345678",
                "123456789012",
                "qwertyuiop123",
                "abcdefghijklmnop",
                "zyxwvutsrqponmlk",
                "aaaaaaaaaaaaaaaa",
                "xyxyxyxyxyxyxyxy",
                "summer-2026-summer",
                "letmeinletmein",
                "iloveyou!iloveyou!",
                "            "
            })
    void whatEverybodyTriesFirstIsRefused(String password) {
        assertThat(PasswordRules.whyWeak(password, OWN)).as(password).isPresent();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ines.abara2026", "Abara-Ines-Abara", "skerrow.example", "InesInesInes1"})
    void onesOwnNameIsRefused(String password) {
        assertThat(PasswordRules.whyWeak(password, OWN)).as(password).isPresent();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "seven grey seals",
                "north-pier-2026",
                "correct horse battery staple",
                "a long password 1",
                "Þórbergur á þaki",
                "七つの海の青い鯨と歌",
                "x7#kQ9!vTz2m"
            })
    void whatIsOnesOwnIsTakenWhateverItsCharacters(String password) {
        assertThat(PasswordRules.whyWeak(password, OWN)).as(password).isEmpty();
    }

    @Test
    void whyItIsRefusedAndTheWayOutIsSaid() {
        assertThatThrownBy(() -> PasswordRules.require("fresh", "short", OWN)).hasMessageContaining("12 are needed");
        assertThatThrownBy(() -> PasswordRules.require("fresh", "password12345", OWN))
                .hasMessageContaining("several unrelated words");
    }
}

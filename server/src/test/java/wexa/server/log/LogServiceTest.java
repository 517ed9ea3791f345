package wexa.server.log;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What goes into a spreadsheet is text there. */
class LogServiceTest {
    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '|',
            value = {"=1+1, '=1+1", "+44, '+44", "-2, '-2", "@SUM(A1), '@SUM(A1)", "add person a.b, add person a.b"})
    void formulasAreMarkedAsText(String text, String written) {
        assertThat(LogService.defused(text)).isEqualTo(written);
    }
}

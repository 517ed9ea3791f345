package wexa.connect.csv;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What goes into a spreadsheet is text there. */
class FormulasTest {
    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '|',
            value = {"=1+1, '=1+1", "+44, '+44", "-2, '-2", "@SUM(A1), '@SUM(A1)", "add person a.b, add person a.b"})
    void areMarkedAsTextAndComeBackAsTheyWere(String text, String written) {
        assertThat(Formulas.defused(text)).isEqualTo(written);
        assertThat(Formulas.restored(written)).isEqualTo(text);
    }

    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '|',
            value = {"'quoted'", "'", "'t is"})
    void otherQuotesStayWhereTheyAre(String text) {
        assertThat(Formulas.restored(text)).isEqualTo(text);
    }
}

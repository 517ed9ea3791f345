package wexa.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import wexa.core.finding.Finding;
import wexa.core.model.EngagementKind;
import wexa.core.model.Mail;
import wexa.core.model.Window;

/** Fields as people type them, above all days: first and last ones, in a zone that moves its clocks. */
class FieldsTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");
    private static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");

    private static Fields fields(String... namesAndValues) {
        Map<String, String> values = new HashMap<>();
        for (int at = 0; at + 1 < namesAndValues.length; at += 2) {
            values.put(namesAndValues[at], namesAndValues[at + 1]);
        }
        return new Fields(values, LONDON);
    }

    private static List<String> problems(Fields fields) {
        return fields.findings().stream().map(FieldsTest::text).toList();
    }

    private static String text(Finding finding) {
        return finding.path() + " " + finding.code().text();
    }

    @ParameterizedTest
    @CsvSource({
        // a winter's day begins at midnight UTC, a summer's an hour before
        "2026-11-23, 2026-11-30, 2026-11-23T00:00:00Z, 2026-12-01T00:00:00Z",
        "2026-07-01, 2026-07-31, 2026-06-30T23:00:00Z, 2026-07-31T23:00:00Z",
        // over the days on which the clocks move
        "2026-03-29, 2026-03-29, 2026-03-29T00:00:00Z, 2026-03-29T23:00:00Z",
        "2026-10-25, 2026-10-25, 2026-10-24T23:00:00Z, 2026-10-26T00:00:00Z",
        // over the end of a year, and a leap day
        "2026-12-31, 2026-12-31, 2026-12-31T00:00:00Z, 2027-01-01T00:00:00Z",
        "2028-02-29, 2028-02-29, 2028-02-29T00:00:00Z, 2028-03-01T00:00:00Z"
    })
    void aWindowGoesFromTheFirstMidnightToTheOneAfterTheLastDay(String from, String until, Instant start, Instant end) {
        assertThat(fields("from", from, "until", until).window(NOW)).contains(Window.of(start, end));
    }

    @Test
    void everySingleDayOfAYearIsOneDayLong() {
        for (LocalDate day = LocalDate.of(2026, 1, 1); day.getYear() == 2026; day = day.plusDays(1)) {
            Window window = fields("from", day.toString(), "until", day.toString())
                    .window(NOW)
                    .orElseThrow();
            assertThat(window.from().atZone(LONDON).toLocalDate()).isEqualTo(day);
            assertThat(window.until().minusSeconds(1).atZone(LONDON).toLocalDate())
                    .isEqualTo(day);
            assertThat(window.until().atZone(LONDON).toLocalDate()).isEqualTo(day.plusDays(1));
        }
    }

    @Test
    void whatIsLeftOutIsNowAndForGood() {
        assertThat(fields().window(NOW)).contains(Window.from(NOW));
        assertThat(fields("until", "2026-11-30").window(NOW))
                .contains(Window.of(NOW, Instant.parse("2026-12-01T00:00:00Z")));
        assertThat(fields("until", "").end(NOW)).contains(NOW);
        assertThat(fields("from", "2026-11-23T07:00:00Z").window(NOW))
                .contains(Window.from(Instant.parse("2026-11-23T07:00:00Z")));
    }

    @ParameterizedTest
    @ValueSource(strings = {"30/11/2026", "2026-02-30", "2026-13-01", "soon", "2026-11-30T25:00:00Z", "20261130"})
    void whatIsNoDayIsNamed(String text) {
        Fields fields = fields("from", text);
        assertThat(fields.window(NOW)).isEmpty();
        assertThat(problems(fields)).containsExactly("from date.malformed");
        assertThat(fields.findings().get(0).facts()).containsEntry("value", text);
    }

    @Test
    void bothEndsAreReportedAtOnce() {
        Fields fields = fields("from", "x", "until", "y");
        assertThat(fields.window(NOW)).isEmpty();
        assertThat(problems(fields)).containsExactly("from date.malformed", "until date.malformed");
    }

    @Test
    void textsAreStrippedAndHeldToWhatPeopleCanRead() {
        Fields fields = fields(
                "name", "  Wren  ", "long", "x".repeat(201), "bell", "a\u0007b", "turned", "a\u202eb", "tag", "<b>");
        assertThat(fields.text("name")).isEqualTo("Wren");
        fields.text("long");
        fields.text("bell");
        fields.text("turned");
        fields.text("tag");
        fields.text("none");
        assertThat(problems(fields))
                .containsExactly(
                        "long field.too-long",
                        "bell field.control-characters",
                        "turned field.control-characters",
                        "tag field.markup",
                        "none field.missing");
    }

    @Test
    void whatNobodyAskedForIsUnknownButForAttributesOfAnAccount() {
        Fields fields = fields("name", "Wren", "nmae", "Wern", "with.device", "HH-1");
        fields.text("name");
        assertThat(problems(fields)).containsExactly("nmae field.unknown");
    }

    @Test
    void choicesAreReadWhateverTheirCase() {
        assertThat(fields("kind", "Volunteer").choice("kind", EngagementKind.class))
                .contains(EngagementKind.VOLUNTEER);
        Fields wrong = fields("kind", "robot");
        assertThat(wrong.choice("kind", EngagementKind.class)).isEmpty();
        assertThat(problems(wrong)).containsExactly("kind field.malformed");
        Fields missing = fields();
        assertThat(missing.choice("kind", EngagementKind.class)).isEmpty();
        assertThat(problems(missing)).containsExactly("kind field.missing");
    }

    @Test
    void valuesThatMayBeLeftOutAreCheckedWhenTheyAreThere() {
        Fields fields = fields("mail", "", "other", "no address");
        Optional<Mail> none = fields.optionalValue("mail", Mail::accepts, Mail::of);
        Optional<Mail> wrong = fields.optionalValue("other", Mail::accepts, Mail::of);
        assertThat(none).isEmpty();
        assertThat(wrong).isEmpty();
        assertThat(problems(fields)).containsExactly("other field.malformed");
    }

    @ParameterizedTest
    @CsvSource({
        "77caea83-7888-3c4d-acc0-29d0a9bbaa75, true",
        "77CAEA83-7888-3C4D-ACC0-29D0A9BBAA75, true",
        "77caea83, false",
        "1-1-1-1-1, false",
        "keeper, false"
    })
    void idsAreWholeUuids(String text, boolean isId) {
        assertThat(Fields.isId(text)).isEqualTo(isId);
    }
}

package wexa.core.change;

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
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.value.Window;

/** Fields as people type them, above all days: first and last ones, in a zone that moves its clocks. */
class ReadingTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");
    private static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");

    private static final Field<String> NAME = Field.required("name", Types.TEXT, "Name");
    private static final Field<EngagementKind> KIND =
            Field.required("kind", Types.choice("a kind", EngagementKind.class), "Kind");
    private static final Form FORM = Form.makes(Kind.UNIT, "try", "Try")
            .with(NAME, KIND)
            .unsaid(Types.FROM, Types.UNTIL)
            .says("try {name} {kind}")
            .readsNothing();

    private static Reading reading(String... namesAndValues) {
        Map<String, String> values = new HashMap<>();
        for (int at = 0; at + 1 < namesAndValues.length; at += 2) {
            values.put(namesAndValues[at], namesAndValues[at + 1]);
        }
        return new Reading(values, new Reading.Context(Model.empty(), LONDON, NOW, "winter rota"));
    }

    private static List<String> problems(Reading reading) {
        return reading.findings(FORM).stream().map(ReadingTest::text).toList();
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
        assertThat(reading("from", from, "until", until).window(NOW)).contains(Window.of(start, end));
    }

    @Test
    void everySingleDayOfAYearIsOneDayLong() {
        for (LocalDate day = LocalDate.of(2026, 1, 1); day.getYear() == 2026; day = day.plusDays(1)) {
            Window window = reading("from", day.toString(), "until", day.toString())
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
        assertThat(reading().window(NOW)).contains(Window.from(NOW));
        assertThat(reading("until", "2026-11-30").window(NOW))
                .contains(Window.of(NOW, Instant.parse("2026-12-01T00:00:00Z")));
        assertThat(reading("from", "2026-11-23T07:00:00Z").window(NOW))
                .contains(Window.from(Instant.parse("2026-11-23T07:00:00Z")));
    }

    @ParameterizedTest
    @ValueSource(strings = {"30/11/2026", "2026-02-30", "2026-13-01", "soon", "2026-11-30T25:00:00Z", "20261130"})
    void whatIsNoDayIsNamed(String text) {
        Reading reading = reading("from", text);
        assertThat(reading.window(NOW)).isEmpty();
        assertThat(problems(reading)).containsExactly("from date.malformed");
        assertThat(reading.findings(FORM).get(0).facts()).containsEntry("value", text);
    }

    @Test
    void bothEndsAreReportedAtOnce() {
        Reading reading = reading("from", "x", "until", "y");
        assertThat(reading.window(NOW)).isEmpty();
        assertThat(problems(reading)).containsExactly("from date.malformed", "until date.malformed");
    }

    @Test
    void inAChangeWhatIsNotGivenStaysAndWhatIsGivenEmptyIsOver() {
        Window before = Window.of(NOW, NOW.plusSeconds(86_400));
        assertThat(reading().windowOrKept(before)).contains(before);
        assertThat(reading("until", "").windowOrKept(before)).contains(Window.from(NOW));
        assertThat(reading("from", "").windowOrKept(before)).contains(before);
        assertThat(reading().textOrKept(Types.BECAUSE, "rota")).isEqualTo("rota");
        assertThat(reading("because", "").textOrKept(Types.BECAUSE, "rota")).isEmpty();
        assertThat(reading().because()).isEqualTo("winter rota");
        assertThat(reading("because", "mine").because()).isEqualTo("mine");
        Reading needed = reading("name", "");
        assertThat(needed.orKept(NAME, Optional.of("Wren"))).isEmpty();
        assertThat(problems(needed)).containsExactly("name field.missing");
    }

    @ParameterizedTest
    @CsvSource({
        "LONG, field.too-long",
        "a\u0007b, field.control-characters",
        "a\u202eb, field.control-characters",
        "<b>, field.markup",
        "'', field.missing"
    })
    void textsAreHeldToWhatPeopleCanRead(String text, String code) {
        Reading reading = reading("name", text.equals("LONG") ? "x".repeat(201) : text);
        reading.text(NAME);
        assertThat(problems(reading)).containsExactly("name " + code);
    }

    @Test
    void textsAreStripped() {
        assertThat(reading("name", "  Wren  ").text(NAME)).isEqualTo("Wren");
    }

    @Test
    void whatTheFormDoesNotHaveIsUnknown() {
        Reading reading = reading("name", "Wren", "nmae", "Wern");
        reading.text(NAME);
        assertThat(problems(reading)).containsExactly("nmae field.unknown");
        assertThat(reading.findings(FORM).get(0).facts()).containsEntry("fields", "id, name, kind, from, until");
    }

    @Test
    void choicesAreReadWhateverTheirCase() {
        assertThat(reading("kind", "Volunteer").get(KIND)).contains(EngagementKind.VOLUNTEER);
        Reading wrong = reading("kind", "robot");
        assertThat(wrong.get(KIND)).isEmpty();
        assertThat(problems(wrong)).containsExactly("kind field.malformed");
        Reading missing = reading();
        assertThat(missing.get(KIND)).isEmpty();
        assertThat(problems(missing)).containsExactly("kind field.missing");
    }

    @Test
    void severalStandWithCommasBetweenEachOnce() {
        Field<List<String>> jobs = Field.optional("jobs", Types.listOf(Types.TEXT), "Jobs");
        assertThat(reading("jobs", " Guide , Keeper,,Guide, \"Vet, senior\" ").several(jobs))
                .containsExactly("Guide", "Keeper", "Vet, senior");
        assertThat(reading().several(jobs)).isEmpty();
        assertThat(reading("jobs", "").severalOrKept(jobs, List.of("Guide"))).isEmpty();
        assertThat(reading().severalOrKept(jobs, List.of("Guide"))).containsExactly("Guide");
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
        assertThat(Types.isId(text)).isEqualTo(isId);
    }
}

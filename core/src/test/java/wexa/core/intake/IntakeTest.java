package wexa.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.change.Author;
import wexa.core.change.Form;
import wexa.core.engagement.EngagementChange;
import wexa.core.finding.Finding;
import wexa.core.model.Engagement;
import wexa.core.registry.Forms;

/** Raw input read into changes, or into findings that name every wrong field at once. */
class IntakeTest {
    private final RandomModel made = new RandomModel(1);
    private final Intake intake = new Intake(made.model(), ZoneOffset.UTC, RandomModel.NOW);

    static LongStream seeds() {
        return LongStream.range(1, 201);
    }

    private static List<String> forms() {
        return Forms.all().stream()
                .filter(form -> form.author() != Author.SETTINGS)
                .map(Form::name)
                .toList();
    }

    private static Entry entry(String form, Map<String, String> fields) {
        return new Entry(new Entry.Id(UUID.randomUUID()), form, fields);
    }

    private List<String> problems(String form, Map<String, String> fields) {
        Intake.Result reading = intake.read(entry(form, fields));
        assertThat(reading.change()).isEmpty();
        return reading.findings().stream()
                .map(finding -> finding.path() + " " + finding.code().text())
                .toList();
    }

    @Test
    void everythingWrongIsSaidAtOnce() {
        assertThat(problems(
                        "person.add",
                        Map.of(
                                "id",
                                made.id().toString(),
                                "handle",
                                "NO",
                                "given",
                                "a\u0007b",
                                "family",
                                "<i>",
                                "mail",
                                "x",
                                "phone",
                                "12",
                                "home",
                                "Skerrow")))
                .containsExactlyInAnyOrder(
                        "handle field.malformed",
                        "given field.control-characters",
                        "family field.markup",
                        "mail field.malformed",
                        "phone field.malformed",
                        "home field.malformed");
        assertThat(problems(
                        "membership.put",
                        Map.of("member", "nobody", "group", "nothing", "from", "yesterday", "colour", "red")))
                .contains(
                        "id field.missing",
                        "member reference.unresolved",
                        "group reference.unresolved",
                        "from date.malformed",
                        "colour field.unknown");
    }

    @Test
    void anEngagementIsChangedFieldByField() {
        Engagement before = made.engagements.stream()
                .filter(one -> !one.window().isOpenEnded())
                .findFirst()
                .orElseThrow();
        String id = before.id().toString();
        Engagement extended = edited(Map.of("engagement", id, "until", "2027-06-30"));
        assertThat(extended.window().from()).isEqualTo(before.window().from());
        assertThat(extended.window().until()).isEqualTo(Instant.parse("2027-07-01T00:00:00Z"));
        assertThat(extended.job()).isEqualTo(before.job());
        assertThat(extended.staffNumber()).isEqualTo(before.staffNumber());
        Engagement open = edited(Map.of("engagement", id, "until", "", "number", ""));
        assertThat(open.window().isOpenEnded()).isTrue();
        assertThat(open.staffNumber()).isEmpty();
    }

    private Engagement edited(Map<String, String> fields) {
        return ((EngagementChange.Edit)
                        intake.read(entry("engagement.edit", fields)).change().orElseThrow())
                .engagement();
    }

    @Test
    void aTextThatTurnsDirectionRoundIsRefused() {
        assertThat(problems(
                        "person.add",
                        Map.of(
                                "id",
                                made.id().toString(),
                                "handle",
                                "ok",
                                "given",
                                "a\u202Eb",
                                "family",
                                "x",
                                "home",
                                "skerrow")))
                .containsExactly("given field.control-characters");
    }

    @Test
    void aLastDayBeforeTheFirstIsRefusedAndTheSameDayIsOneDay() {
        Map<String, String> fields = new HashMap<>(Map.of(
                "id",
                made.id().toString(),
                "member",
                "person.1",
                "group",
                "group-0",
                "from",
                "2026-12-02",
                "until",
                "2026-12-01"));
        assertThat(problems("membership.put", fields)).containsExactly("until date.before-start");
        fields.put("until", "2026-12-02");
        assertThat(intake.read(entry("membership.put", fields)).change()).isPresent();
    }

    @Test
    void unknownFormsAndVanishedFactsAreNamed() {
        assertThat(problems("role.conjure", Map.of())).containsExactly("form form.unknown");
        assertThat(problems("membership.end", Map.of("membership", made.id().toString())))
                .contains("membership fact.gone");
    }

    @Test
    void everyFormOfTheGrammarCanBeRead() {
        for (String form : forms()) {
            assertThat(intake.read(entry(form, Map.of())).findings())
                    .as(form)
                    .isNotEmpty()
                    .noneMatch(finding -> finding.code().text().equals("form.unknown"));
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nothingThatAnybodyTypesBreaksTheReader(long seed) {
        RandomModel random = new RandomModel(seed);
        String[] names = {
            "id",
            "person",
            "member",
            "group",
            "handle",
            "given",
            "from",
            "until",
            "kind",
            "unit",
            "job",
            "tenant",
            "area",
            "role",
            "subject",
            "account",
            "as",
            "number",
            "phone",
            "mail",
            "membership"
        };
        String[] values = {
            "",
            " ",
            "person:",
            "group:",
            "group ",
            "pelagia/",
            "/",
            "\u0000",
            "9".repeat(5_000),
            "-1",
            "2026-13-40",
            "9999999-01-01",
            "T",
            "+",
            "@",
            ".",
            "a:b:c",
            "\uD800",
            "'; drop table fact; --",
            "<script>"
        };
        List<String> forms = List.copyOf(forms());
        for (int round = 0; round < 20; round++) {
            Map<String, String> fields = new HashMap<>();
            for (int count = 0; count < 8; count++) {
                fields.put(names[random.random.nextInt(names.length)], values[random.random.nextInt(values.length)]);
            }
            Intake.Result reading = intake.read(entry(random.pick(forms), fields));
            assertThat(reading.change().isEmpty())
                    .isEqualTo(reading.findings().stream().anyMatch(Finding::blocks));
        }
    }
}

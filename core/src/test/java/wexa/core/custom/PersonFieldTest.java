package wexa.core.custom;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.preview.Undo;
import wexa.core.value.Id;

class PersonFieldTest {
    private static final Instant NOW = RandomModel.NOW;

    private final RandomModel made = new RandomModel(4);

    static LongStream seeds() {
        return LongStream.range(0, 30);
    }

    /** A form and its fields, one after another. */
    private Entry entry(Model model, String form, String... namesAndValues) {
        Map<String, String> fields = new TreeMap<>();
        for (int at = 0; at + 1 < namesAndValues.length; at += 2) {
            fields.put(namesAndValues[at], namesAndValues[at + 1]);
        }
        Entry typed = new Entry(new Entry.Id(UUID.randomUUID()), form, fields);
        return new Entry(typed.id(), form, fields, Intake.target(typed, model));
    }

    private static Preview preview(Model model, Entry... entries) {
        return Preview.of(Snapshot.compile(1, model), List.of(entries), NOW, ZoneOffset.UTC);
    }

    private static List<String> codes(Preview preview) {
        return preview.outcomes().stream()
                .flatMap(outcome -> outcome.findings().stream())
                .map(Finding::code)
                .map(Object::toString)
                .toList();
    }

    private Model withFields(String... typesAndKeys) {
        Model model = made.model();
        for (int at = 0; at + 1 < typesAndKeys.length; at += 2) {
            Preview preview = preview(
                    model,
                    entry(
                            model,
                            "person-field.make",
                            "id",
                            UUID.randomUUID().toString(),
                            "type",
                            typesAndKeys[at],
                            "key",
                            typesAndKeys[at + 1],
                            "name",
                            "Field " + typesAndKeys[at + 1]));
            assertThat(codes(preview)).isEmpty();
            model = preview.model();
        }
        return model;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "number | locker | 0012.50 | 12.5",
                "number | locker | -0.0 | 0",
                "number | locker | 1,250 | ",
                "number | locker | 1e9 | ",
                "number | locker | 9999999999999999999 | ",
                "date | medical | 2026-02-28 | 2026-02-28",
                "date | medical | 2026-02-29 | ",
                "date | medical | 28.2.2026 | ",
                "date | medical | 0001-01-01 | ",
                "text | car | AB 12, the blue one | AB 12, the blue one",
                "text | car | <b> | ",
                "person | mentor | person.3 | id of person.3",
                "person | mentor | nobody.here | ",
            })
    void aValueIsReadAsWhatTheFieldIs(String type, String key, String typed, String kept) {
        Model model = withFields(type, key);
        Person person = made.people.getFirst();
        Preview preview = preview(
                model, entry(model, "person.fill", "person", person.handle().text(), "field-value", key + "=" + typed));
        String found = preview.model().people().get(person.id()).custom().get(key);
        if (kept == null) {
            assertThat(found).isNull();
            assertThat(codes(preview)).isNotEmpty();
        } else {
            String expected = kept.startsWith("id of") ? made.people.get(3).id().toString() : kept;
            assertThat(codes(preview)).isEmpty();
            assertThat(found).isEqualTo(expected);
        }
    }

    @Test
    void whatIsLongerThanItMayBeOrOfNoFieldIsRefused() {
        Model model = withFields("text", "car");
        String person = made.people.getFirst().id().toString();
        assertThat(codes(preview(
                        model, entry(model, "person.fill", "person", person, "field-value", "car=" + "x".repeat(151)))))
                .containsExactly("field.too-long");
        assertThat(codes(preview(model, entry(model, "person.fill", "person", person, "field-value", "boat=1"))))
                .containsExactly("reference.unresolved");
        assertThat(codes(preview(model, entry(model, "person.fill", "person", person, "field-value", "car"))))
                .containsExactly("field.malformed");
        assertThat(codes(preview(model, entry(model, "person.fill", "person", person, "field-value", "car= "))))
                .containsExactly("field.malformed");
    }

    /** All values of somebody who has as many and as long ones as there can be are taken back by one change. */
    @Test
    void aFullPersonIsWrittenByOneChange() {
        List<String> fields = new ArrayList<>();
        for (int number = 0; number < PersonFieldChange.MOST_FIELDS - made.fields.size(); number++) {
            fields.addAll(List.of("text", "field-" + number));
        }
        Model model = withFields(fields.toArray(String[]::new));
        assertThat(codes(preview(
                        model,
                        entry(
                                model,
                                "person-field.make",
                                "id",
                                UUID.randomUUID().toString(),
                                "type",
                                "text",
                                "key",
                                "one-more",
                                "name",
                                "One more"))))
                .containsExactly("person-field.too-many");
        Person person = made.people.getFirst();
        Map<String, String> values = new TreeMap<>();
        model.table(Kind.PERSON_FIELD).stream()
                .filter(field -> field.type() == PersonField.Type.TEXT)
                .forEach(field -> values.put(field.key().text(), ", \"".repeat(FieldValue.LONGEST / 3)));
        Model full = model.with(List.of(Effect.replace(person, person.with(values))));
        Snapshot before = Snapshot.compile(1, full);
        Preview cleared = Preview.of(
                before,
                List.of(entry(full, "person.edit", "person", person.id().toString(), "fields", "")),
                NOW,
                ZoneOffset.UTC);
        assertThat(cleared.model().people().get(person.id()).custom()).isEmpty();
        assertThat(undone(before, cleared).people().get(person.id()).custom()).isEqualTo(values);
    }

    private Model undone(Snapshot before, Preview applied) {
        Snapshot after = before.with(2, applied.effects());
        Undo undo = Undo.of(applied.effects(), after.model(), NOW, ZoneOffset.UTC, UUID::randomUUID);
        return Preview.of(after, undo.entries(), NOW, ZoneOffset.UTC).model();
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aRuleFindsWhoeverHasItsValuesAsTheyAreFilledInAndCleared(long seed) {
        RandomModel some = new RandomModel(seed);
        Group ruled = some.groups.stream()
                .filter(group -> group.kind() == GroupKind.RULED)
                .findFirst()
                .orElseThrow();
        Preview preview = preview(
                some.model(),
                entry(
                        some.model(),
                        "group.edit",
                        "group",
                        ruled.id().toString(),
                        "kinds",
                        "",
                        "units",
                        "",
                        "where",
                        "shift=night,shift=early,badge=7"),
                entry(some.model(), "person.fill", "person", "person.1", "field-value", "badge=7"),
                entry(some.model(), "person.fill", "person", "person.1", "field-value", "shift=Night"),
                entry(some.model(), "person.fill", "person", "person.2", "field-value", "badge=7"),
                entry(some.model(), "person.clear", "person", "person.2", "field", "shift"));
        assertThat(codes(preview)).isEmpty();
        Set<String> wanted = Set.of("Night", "Early");
        List<Id<Person>> expected = preview.model().table(Kind.ENGAGEMENT).stream()
                .filter(one -> one.window().contains(NOW))
                .map(Engagement::person)
                .distinct()
                .filter(id -> {
                    Map<String, String> values =
                            preview.model().people().get(id).custom();
                    return wanted.contains(values.getOrDefault("shift", ""))
                            && values.getOrDefault("badge", "").equals("7");
                })
                .toList();
        assertThat(preview.index().membersOf(ruled.id(), NOW).all()).containsExactlyInAnyOrderElementsOf(expected);
        assertThat(preview.model().people().get(some.people.get(2).id()).custom())
                .doesNotContainKey("shift");
    }

    @Test
    void aFieldThatRulesUseStaysAndOneThatIsRetiredTakesItsValuesAlongAndBringsThemBack() {
        Model model = made.model();
        Snapshot before = Snapshot.compile(1, model);
        Preview used = preview(model, entry(model, "person-field.retire", "person-field", "shift"));
        assertThat(codes(used)).containsExactly("person-field.used-by-rule");
        Preview retired = Preview.of(
                before, List.of(entry(model, "person-field.retire", "person-field", "badge")), NOW, ZoneOffset.UTC);
        assertThat(retired.model().people().stream())
                .noneMatch(person -> person.custom().containsKey("badge"));
        assertThat(undone(before, retired).people()).isEqualTo(model.people());
    }

    @Test
    void aChoiceThatSomebodyHasIsKept() {
        Model model = made.model();
        Preview less = preview(
                model, entry(model, "person-field.edit", "person-field", "shift", "choices", "Early,Night,On call"));
        long late = made.people.stream()
                .filter(person -> "Late".equals(person.custom().get("shift")))
                .count();
        assertThat(late).isPositive();
        assertThat(less.outcomes().getFirst().findings())
                .singleElement()
                .satisfies(finding -> assertThat(finding.facts()).containsEntry("people", Long.toString(late)));
        assertThat(codes(preview(
                        model,
                        entry(
                                model,
                                "person-field.edit",
                                "person-field",
                                "shift",
                                "choices",
                                "Early,Late,Night,On call"))))
                .isEmpty();
        assertThat(codes(preview(model, entry(model, "person-field.edit", "person-field", "badge", "choices", "a,b"))))
                .containsExactly("person-field.choices-unfit");
        assertThat(codes(preview(model, entry(model, "person-field.edit", "person-field", "shift", "name", "BADGE"))))
                .containsExactly("person-field.label-taken");
    }

    /** Nobody new is engaged without it; who was engaged before stays, and keeps what they have. */
    @Test
    void aRequiredValueIsAskedForWhereSomebodyIsEngagedAndCannotBeClearedWhileTheyAre() {
        Model model = made.model();
        Model required = preview(
                        model,
                        entry(
                                model,
                                "person-field.edit",
                                "person-field",
                                "badge",
                                "required",
                                EngagementKind.VOLUNTEER.name().toLowerCase(Locale.ROOT)))
                .model();
        Person person = made.people.stream()
                .filter(one -> !one.custom().containsKey("badge"))
                .findFirst()
                .orElseThrow();
        Entry engaged = entry(
                required,
                "engagement.begin",
                "id",
                UUID.randomUUID().toString(),
                "person",
                person.id().toString(),
                "kind",
                "volunteer",
                "unit",
                "unit-1",
                "job",
                "Guide");
        assertThat(codes(preview(required, engaged))).contains("person.value-required");
        Entry filled = entry(required, "person.fill", "person", person.id().toString(), "field-value", "badge=7");
        Preview both = preview(required, engaged, filled);
        assertThat(codes(both)).isEmpty();
        assertThat(codes(preview(
                        both.model(),
                        entry(
                                both.model(),
                                "person.clear",
                                "person",
                                person.id().toString(),
                                "field",
                                "badge"))))
                .containsExactly("person.value-required");
        assertThat(codes(preview(
                        both.model(),
                        entry(both.model(), "person.edit", "person", person.id().toString(), "fields", "shift=late"))))
                .containsExactly("person.value-required");
    }

    @Test
    void valuesOfAPersonAreReadByNameWhereTheyAreTold() {
        Person person = made.people.getFirst();
        assertThat(FieldValue.told(PersonField.Type.DATE, "2026-11-30", Optional.empty()))
                .isEqualTo("30 Nov 2026");
        assertThat(FieldValue.told(PersonField.Type.PERSON, person.id().toString(), Optional.of(person)))
                .isEqualTo(person.name());
        assertThat(FieldValue.told(PersonField.Type.TEXT, "2026-11-30", Optional.empty()))
                .isEqualTo("2026-11-30");
    }
}

package wexa.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.change.Author;
import wexa.core.change.Form;
import wexa.core.finding.Code;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.registry.Forms;

/** What entries tell of themselves, before anything is read. */
class EntryTest {
    private final RandomModel made = new RandomModel(9);
    private final Model model = made.model();

    static List<String> forms() {
        return Forms.all().stream()
                .filter(form -> form.author() != Author.SETTINGS)
                .map(Form::name)
                .toList();
    }

    private static Entry entry(String form, Map<String, String> fields) {
        return new Entry(new Entry.Id(new UUID(1, 2)), form, fields);
    }

    /** A making entry asks for the id of what it makes, a changing one for what it changes: never for both. */
    @ParameterizedTest
    @MethodSource("forms")
    void everyFormMakesOrChanges(String form) {
        Entry empty = entry(form, Map.of());
        Intake.Result reading = new Intake(model, ZoneOffset.UTC, RandomModel.NOW).read(empty);
        assertThat(reading.change()).isEmpty();
        assertThat(reading.findings())
                .filteredOn(finding -> finding.code() == Code.FIELD_MISSING)
                .extracting(finding -> finding.path())
                .contains(empty.isMaking() ? "id" : empty.thing())
                .doesNotContain(empty.isMaking() ? "none" : "id");
        assertThat(empty.isChanging()).isNotEqualTo(empty.isMaking());
        assertThat(empty.isEnding() && empty.isMaking()).isFalse();
    }

    @ParameterizedTest
    @CsvSource({
        "membership.end, membership",
        "membership.edit, membership",
        "assignment.end, assignment",
        "account.close, account",
        "account.edit, account",
        "seat.return, seat",
        "seat.swap, seat",
        "engagement.end, engagement",
        "engagement.edit, engagement",
        "person.edit, person"
    })
    void whatAnEntryChangesIsFoundByItsId(String form, String thing) {
        Kind<?> kind = Kind.named(thing);
        Fact fact = model.table(kind).stream().findFirst().orElseThrow();
        Map<String, String> fields = new HashMap<>(Map.of(thing, fact.id().toString()));
        assertThat(Intake.target(entry(form, fields), model)).isEqualTo(Optional.of(fact));
        fields.put(thing, new UUID(5, 5).toString());
        assertThat(Intake.target(entry(form, fields), model)).isEmpty();
        fields.put(thing, "not an id");
        assertThat(Intake.target(entry(form, fields), model)).isEmpty();
        assertThat(Intake.target(entry(form, Map.of()), model)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"membership.put", "assignment.give", "seat.give", "account.open", "engagement.begin", "person.add"})
    void whatMakesAFactChangesNone(String form) {
        String id = made.people.get(0).id().toString();
        Map<String, String> fields = Map.of("id", id, "person", id, "account", id);
        assertThat(Intake.target(entry(form, fields), model)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"tenant.paint, false", "membership.end, true", "membership, false", ".end, false", "a.b.c, false"})
    void formsLookLikeAThingAndAVerb(String text, boolean known) {
        assertThat(Entry.isForm(text) && forms().contains(text)).isEqualTo(known);
    }
}

package wexa.server.stored;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.core.consistency.Fields;
import wexa.core.consistency.Step;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.Unit;

/** What was written by an earlier program is read by this one: one golden file for each version of a form. */
class StoredFormsTest {
    private static final Set<Kind<?>> LATER = Set.of(Kind.CONFLICT_RULE, Kind.HOME, Kind.INVITATION);

    private final StoredForms forms = new StoredForms();
    private final JsonMapper json = new JsonMapper();

    private static String golden(String name) throws IOException {
        return Files.readString(Path.of("src/test/resources/stored").resolve(name));
    }

    @Test
    void factsOfVersionOneAreReadAsIfTheyWereOfToday() throws IOException {
        List<Fact> old = forms.readModel(golden("facts-v1.json"));
        List<Fact> today = forms.readModel(golden("facts-v2.json"));
        assertThat(old).hasSameSizeAs(today);
        for (int place = 0; place < old.size(); place++) {
            if (old.get(place) instanceof Group group) {
                assertThat(group.tags()).isEmpty();
                assertThat(((Group) today.get(place)).tags()).containsExactly("season", "volunteers");
            } else {
                assertThat(old.get(place)).isEqualTo(today.get(place));
            }
        }
        assertThat(forms.readKept("{\"kind\": \"group\", \"version\": 1, \"body\": "
                        + forms.writeFact(old.stream()
                                .filter(Group.class::isInstance)
                                .findFirst()
                                .orElseThrow())
                        + "}"))
                .isInstanceOf(Group.class);
    }

    @Test
    void factsOfVersionTwoHaveGroupsWithoutAnEntryAndLackTheLaterKinds() throws IOException {
        List<Fact> today = forms.readModel(golden("facts-v3.json"));
        List<Fact> withEntry = today.stream()
                .filter(fact -> fact instanceof Group group && group.entry().isPresent())
                .toList();
        assertThat(withEntry).hasSize(1);
        assertThat(forms.readModel(golden("facts-v2.json")))
                .isEqualTo(today.stream()
                        .filter(fact -> !withEntry.contains(fact) && !LATER.contains(Kind.of(fact)))
                        .toList());
    }

    @Test
    void factsOfVersionThreeHaveExclusionsByAnotherName() throws IOException {
        assertThat(forms.readModel(golden("facts-v3.json"))).isEqualTo(forms.readModel(golden("facts-v4.json")));
    }

    @Test
    void factsOfVersionFourHaveRolesInUseAndNoSensitivity() throws IOException {
        List<Fact> old = forms.readModel(golden("facts-v4.json"));
        Set<Kind<?>> cameLater = Set.of(Kind.BINDING, Kind.CONFLICT_EXCEPTION, Kind.ROLE_VARIANT);
        List<Fact> today = forms.readModel(golden("facts-v5.json")).stream()
                .filter(fact -> !cameLater.contains(Kind.of(fact)))
                .toList();
        assertThat(old).hasSameSizeAs(today);
        for (int place = 0; place < old.size(); place++) {
            switch (old.get(place)) {
                case Role role -> {
                    assertThat(role.stage()).isEqualTo(Role.Stage.OPEN);
                    assertThat(role.sensitivity()).isEmpty();
                    assertThat(role.source()).isEmpty();
                    assertThat(((Role) today.get(place)).stage()).isEqualTo(Role.Stage.CLOSED);
                }
                case PermissionSet set -> {
                    assertThat(set.isPreset()).isFalse();
                    assertThat(set.sensitivity()).isEmpty();
                    assertThat(((PermissionSet) today.get(place)).isPreset()).isTrue();
                }
                case App app -> assertThat(app.permissions()).isEqualTo(((App) today.get(place)).permissions());
                default -> assertThat(old.get(place)).isEqualTo(today.get(place));
            }
        }
    }

    @Test
    void factsOfVersionFiveHaveBindingsToGroupsOnly() throws IOException {
        assertThat(forms.readModel(golden("facts-v5.json")))
                .isEqualTo(forms.readModel(golden("facts-v6.json")).stream()
                        .filter(fact -> Kind.of(fact) != Kind.ROLE_VARIANT && Kind.of(fact) != Kind.GROUP_PROVISION)
                        .toList());
    }

    @Test
    void factsOfVersionSixHaveNoAbsencesAndAppsWithoutAVersion() throws IOException {
        List<Fact> old = forms.readModel(golden("facts-v6.json"));
        List<Fact> today = forms.readModel(golden("facts-v7.json")).stream()
                .filter(fact -> Kind.of(fact) != Kind.ABSENCE)
                .toList();
        assertThat(old).hasSameSizeAs(today);
        for (int place = 0; place < old.size(); place++) {
            if (old.get(place) instanceof App app) {
                assertThat(app.version()).isEmpty();
                assertThat(app.tasks()).allMatch(task -> task.description().isEmpty());
                assertThat(((App) today.get(place)).version()).isEqualTo("2026.1");
            } else {
                assertThat(old.get(place)).isEqualTo(today.get(place));
            }
        }
    }

    @Test
    void factsOfVersionSevenHaveUnitsWithoutManagerAndCostCentre() throws IOException {
        List<Fact> old = forms.readModel(golden("facts-v7.json"));
        List<Fact> today = forms.readModel(golden("facts-v8.json"));
        assertThat(old).hasSameSizeAs(today);
        for (int place = 0; place < old.size(); place++) {
            if (old.get(place) instanceof Unit unit) {
                assertThat(unit.manager()).isEmpty();
                assertThat(unit.costCentre()).isEmpty();
                assertThat(((Unit) today.get(place)).costCentre()).contains("SST-2000");
            } else {
                assertThat(old.get(place)).isEqualTo(today.get(place));
            }
        }
    }

    @Test
    void factsOfVersionEightHaveRulesThatAskForNoValuesAndNoFields() throws IOException {
        List<Fact> old = forms.readModel(golden("facts-v8.json"));
        List<Fact> today = forms.readModel(golden("facts-v9.json")).stream()
                .filter(fact -> Kind.of(fact) != Kind.PERSON_FIELD)
                .toList();
        assertThat(old).hasSameSizeAs(today);
        for (int place = 0; place < old.size(); place++) {
            if (old.get(place) instanceof Group group && group.condition().isPresent()) {
                assertThat(group.condition().get().values()).isEmpty();
                assertThat(((Group) today.get(place)).condition().orElseThrow().values())
                        .containsEntry("shift", Set.of("Late", "Night"));
            } else {
                assertThat(old.get(place)).isEqualTo(today.get(place));
            }
        }
    }

    @Test
    void factsOfVersionNineHaveAbsencesThatStopNobody() throws IOException {
        List<Fact> old = forms.readModel(golden("facts-v9.json"));
        List<Fact> today = forms.readModel(golden("facts-v10.json")).stream()
                .filter(fact -> Kind.of(fact) != Kind.EXCEPTED_DIFFERENCE)
                .toList();
        assertThat(old).hasSameSizeAs(today);
        for (int place = 0; place < old.size(); place++) {
            if (old.get(place) instanceof Absence absence) {
                assertThat(absence.manner()).isEqualTo(Absence.Manner.AWAY);
                assertThat(absence.seats()).isEqualTo(Absence.Seats.KEPT);
                assertThat(((Absence) today.get(place)).manner()).isEqualTo(Absence.Manner.LEAVE);
            } else {
                assertThat(old.get(place)).isEqualTo(today.get(place));
            }
        }
    }

    @Test
    void factsOfVersionTenHaveAccountsThatNobodyAnswersFor() throws IOException {
        List<Fact> old = forms.readModel(golden("facts-v10.json"));
        List<Fact> today = forms.readModel(golden("facts-v11.json")).stream()
                .filter(fact ->
                        !(fact instanceof Account account && account.ownership().isPresent()))
                .toList();
        assertThat(old).isEqualTo(today);
    }

    @Test
    void factsOfVersionElevenAreReadAndWrittenAsTheyWere() throws IOException {
        JsonNode facts = json.readTree(golden("facts-v11.json")).path("facts");
        assertThat(facts.valueStream().map(fact -> fact.path("kind").asString()).collect(Collectors.toSet()))
                .as("every kind of fact has its example")
                .isEqualTo(Kind.all().stream().map(Kind::text).collect(Collectors.toSet()));
        for (JsonNode form : facts) {
            Fact fact = forms.readFact(
                    form.path("kind").asString(),
                    form.path("version").asInt(),
                    form.path("body").toString());
            assertThat(json.readTree(forms.writeFact(fact))).isEqualTo(form.path("body"));
        }
    }

    @Test
    void stepsAreReadAndWrittenAsTheyWere() throws IOException {
        for (JsonNode step : json.readTree(golden("steps-v4.json"))) {
            assertThat(json.readTree(forms.writeStep(forms.readStep(step.toString()))))
                    .isEqualTo(step);
        }
    }

    @Test
    void stepsOfVersionTwoSayNoneAndAreNoOther() throws IOException {
        assertThat(steps("steps-v2.json")).isEqualTo(steps("steps-v3.json"));
    }

    @Test
    void inStepsOfVersionThreeAccountsHaveNoValues() throws IOException {
        List<Step> today = steps("steps-v4.json");
        assertThat(steps("steps-v3.json")).isEqualTo(today.subList(0, today.size() - 1));
    }

    private List<Step> steps(String name) throws IOException {
        return json.readTree(golden(name))
                .valueStream()
                .map(step -> forms.readStep(step.toString()))
                .toList();
    }

    @Test
    void objectsOfTenantsAreReadAndWrittenAsTheyWereInAllVersions() throws IOException {
        JsonNode today = json.readTree(golden("objects-v3.json"));
        for (JsonNode one : today) {
            assertThat(json.readTree(forms.writeObject(forms.readObject(one.toString()))))
                    .isEqualTo(one);
        }
        for (String older : List.of("objects-v1.json", "objects-v2.json")) {
            JsonNode before = json.readTree(golden(older));
            assertThat(before.size()).isEqualTo(4);
            for (int place = 0; place < before.size(); place++) {
                assertThat(forms.readObject(before.get(place).toString()))
                        .isEqualTo(forms.readObject(today.get(place).toString()));
            }
        }
    }

    @Test
    void entriesOfVersionOneMeanWhatTheyMeant() throws IOException {
        JsonNode today = json.readTree(golden("entries-v2.json"));
        JsonNode before = json.readTree(golden("entries-v1.json"));
        assertThat(today.size()).isEqualTo(before.size()).isEqualTo(6);
        for (int place = 0; place < today.size(); place++) {
            String form = today.get(place).path("form").asString();
            JsonNode stored = today.get(place).path("stored");
            Map<String, String> fields = forms.readFields(form, stored.toString());
            assertThat(json.readTree(forms.writeFields(fields))).isEqualTo(stored);
            assertThat(forms.readFields(form, before.get(place).path("fields").toString()))
                    .as(form)
                    .isEqualTo(fields);
        }
    }

    @Test
    void stepsOfVersionOneAreAboutAllThatTheirVerbIsAbout() throws IOException {
        for (JsonNode step : json.readTree(golden("steps-v1.json"))) {
            Step read = forms.readStep(step.toString());
            assertThat(read.verb().name()).isEqualTo(step.path("verb").asString());
            assertThat(read.object().toString()).isEqualTo(step.path("object").asString());
            assertThat(read.target().isEmpty()).isEqualTo(step.path("target").isNull());
            assertThat(read.fields()).isEqualTo(read.verb() == Step.Verb.SEAT ? Fields.SEATS : Fields.WHOLE);
        }
    }

    @Test
    void effectsComeBackAsTheyWent() throws IOException {
        for (Fact fact : forms.readModel(golden("facts-v11.json"))) {
            String kind = Kind.of(fact).text();
            String body = forms.writeFact(fact);
            assertThat(forms.readEffect(kind, StoredForms.VERSION, null, body)).isEqualTo(Effect.make(fact));
            assertThat(forms.readEffect(kind, StoredForms.VERSION, body, null)).isEqualTo(Effect.drop(fact));
            assertThat(forms.readEffect(kind, StoredForms.VERSION, body, body)).isEqualTo(Effect.replace(fact, fact));
        }
    }

    @Test
    void aFormFromALaterProgramIsRefusedWithTheWayOut() {
        assertThatThrownBy(() -> forms.readFact("unit", StoredForms.VERSION + 1, "{}"))
                .hasMessageContaining("at least as new");
        assertThatThrownBy(() -> forms.readFields("unit.make", "{\"version\": 3, \"fields\": {}}"))
                .hasMessageContaining("at least as new");
        assertThatThrownBy(() -> forms.readStep("{\"version\": 5}")).hasMessageContaining("at least as new");
        assertThatThrownBy(() -> forms.readObject("{\"version\": 4}")).hasMessageContaining("at least as new");
    }
}

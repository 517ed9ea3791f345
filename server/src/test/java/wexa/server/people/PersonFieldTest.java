package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.sandbox.Directories;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** The organisation's own fields from where they are made to where their values are shown, filtered, brought in and asked for. */
class PersonFieldTest {
    private final Cast cast = Cast.shared();

    PersonFieldTest() throws Exception {}

    private JsonNode field(String key) throws Exception {
        return cast.tove
                .get("/api/v1/people/fields")
                .body()
                .valueStream()
                .filter(field -> field.path("key").asString().equals(key))
                .findFirst()
                .orElseThrow();
    }

    private String made(String type, String label, Map<String, String> more) throws Exception {
        String key = Cast.unique("own").replace('.', '-');
        Map<String, String> fields = new TreeMap<>(more);
        fields.putAll(Map.of("id", UUID.randomUUID().toString(), "type", type, "key", key, "name", label + " " + key));
        applied("person-field.make", fields);
        return key;
    }

    private void applied(String form, Map<String, String> fields) throws Exception {
        JsonNode draft = cast.put(cast.tove.draft(form), form, fields);
        assertThat(draft.path("entries").path(0).path("findings")).isEmpty();
        Answer answer = cast.tove.apply(draft);
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
    }

    private JsonNode value(String person, String key) throws Exception {
        return cast.tove
                .get("/api/v1/people/" + person)
                .body()
                .path("fields")
                .valueStream()
                .filter(field -> field.path("key").asString().equals(key))
                .findFirst()
                .orElseThrow();
    }

    private List<String> some(int number, String query) throws Exception {
        List<String> ids = cast.tove
                .get("/api/v1/people/table/ids?standing=HERE" + query)
                .body()
                .valueStream()
                .map(JsonNode::asString)
                .toList();
        return ids.subList(0, Math.min(number, ids.size()));
    }

    private Answer set(String key, String value, List<String> people) throws Exception {
        ObjectNode wanted = cast.tove.object(
                "act", "SET_FIELD", "field", field(key).path("id").asString(), "value", value);
        ArrayNode ids = wanted.putArray("people");
        people.forEach(ids::add);
        return cast.tove.send("POST", "/api/v1/people/table/acts", wanted);
    }

    @Test
    void severalGetAValueAtOnceAndAreFilteredCountedAndExportedByIt() throws Exception {
        String key = made("choice", "Boat", Map.of("choices", "Tern,Petrel"));
        List<String> people = some(5, "");
        Answer prepared = set(key, "petrel", people);
        assertThat(prepared.body().path("entries")).hasSize(5);
        JsonNode draft = cast.tove.draft("Boats");
        for (JsonNode entry : prepared.body().path("entries")) {
            draft = cast.put(
                    draft,
                    entry.path("form").asString(),
                    Map.of(
                            "person",
                            entry.path("fields").path("person").asString(),
                            "field-value",
                            entry.path("fields").path("field-value").asString()));
        }
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        assertThat(field(key).path("people").asInt()).isEqualTo(5);
        assertThat(value(people.getFirst(), key).path("text").asString()).isEqualTo("Petrel");
        assertThat(some(10, "&field=" + key + "=Petrel")).containsExactlyInAnyOrderElementsOf(people);
        assertThat(some(10, "&field=" + key + "=Tern")).isEmpty();
        assertThat(some(2_000, "&field=" + key + "="))
                .doesNotContainAnyElementsOf(people)
                .hasSizeGreaterThan(100);
        JsonNode facet = cast.tove
                .get("/api/v1/people/table?limit=1")
                .body()
                .path("facets")
                .valueStream()
                .filter(one -> one.path("name").asString().equals("field:" + key))
                .findFirst()
                .orElseThrow();
        assertThat(facet.path("values")
                        .valueStream()
                        .map(one -> one.path("name").asString() + " "
                                + one.path("count").asInt()))
                .contains("Petrel 5");
        String csv = cast.tove
                .get("/api/v1/people/table/csv?column=name&column=field:" + key + "&field=" + key + "=Petrel")
                .response()
                .body();
        assertThat(csv.lines().toList()).hasSize(6).first().isEqualTo("name,Boat " + key);
        assertThat(csv).contains(",Petrel");
        assertThat(set(key, "petrel", people).body().path("left")).hasSize(5);
        assertThat(set(key, "Gull", people).status()).isEqualTo(400);
        assertThat(set(key, "", people)
                        .body()
                        .path("entries")
                        .path(0)
                        .path("form")
                        .asString())
                .isEqualTo("person.clear");
    }

    private List<String> sorted(String key, List<String> people, boolean isDescending) throws Exception {
        return cast.tove
                .get("/api/v1/people/table?limit=500&sort=field:" + key + "&descending=" + isDescending)
                .body()
                .path("rows")
                .valueStream()
                .map(row -> row.path("id").asString())
                .filter(people::contains)
                .toList();
    }

    @Test
    void peopleAreSortedByAFieldAndWhoeverHasNoValueStandsLast() throws Exception {
        String key = made("number", "Hook", Map.of());
        List<String> people = some(3, "");
        List<String> values = List.of("9", "10", "-2");
        for (int at = 0; at < people.size(); at++) {
            JsonNode entry = set(key, values.get(at), List.of(people.get(at)))
                    .body()
                    .path("entries")
                    .path(0);
            applied(
                    entry.path("form").asString(),
                    Map.of(
                            "person",
                            entry.path("fields").path("person").asString(),
                            "field-value",
                            entry.path("fields").path("field-value").asString()));
        }
        assertThat(sorted(key, people, false)).containsExactly(people.get(2), people.get(0), people.get(1));
        assertThat(sorted(key, people, true)).containsExactly(people.get(1), people.get(0), people.get(2));
        JsonNode rows = cast.tove
                .get("/api/v1/people/table?limit=4&sort=field:" + key)
                .body()
                .path("rows");
        assertThat(rows.path(2).path("fields").has(key)).isTrue();
        assertThat(rows.path(3).path("fields").has(key)).isFalse();
        for (String unknown : List.of("field:gone", "SIZE")) {
            assertThat(cast.tove
                            .get("/api/v1/people/table?sort=" + unknown)
                            .body()
                            .path("fields")
                            .path(0)
                            .path("field")
                            .asString())
                    .isEqualTo("sort");
        }
    }

    @Test
    void aFilterThatNamesNoFieldFindsNobodyAndOneThatCannotBeReadIsRefused() throws Exception {
        assertThat(some(10, "&field=gone=Late")).isEmpty();
        JsonNode refused = cast.tove.get("/api/v1/people/table?field=shift").body();
        assertThat(refused.path("fields").path(0).path("code").asString()).isEqualTo("filter.unknown");
    }

    @Test
    void aTableBringsValuesInAndSaysWhichOfThemCannotBe() throws Exception {
        String key = made("number", "Locker", Map.of());
        Person person = cast.bean(SnapshotStore.class).current().model().people().stream()
                .findFirst()
                .orElseThrow();
        String table = "handle,given name,family name," + key + "\n" + person.handle() + "," + person.givenName() + ","
                + person.familyName() + ",012\n" + person.handle() + "," + person.givenName() + ","
                + person.familyName() + ",twelve\n";
        JsonNode brought = cast.tove
                .sendText("POST", "/api/v1/imports?name=lockers", table, "Content-Type", "text/csv")
                .body();
        String path = "/api/v1/imports/" + brought.path("id").asString();
        JsonNode rows = cast.tove.get(path + "/rows?limit=10").body().path("rows");
        JsonNode wrong = rows.path(1).path("found").path(0);
        assertThat(wrong.path("code").asString()).isEqualTo("field.malformed");
        assertThat(wrong.path("column").asInt()).isEqualTo(3);
        JsonNode draft =
                cast.tove.send("POST", path + "/draft", cast.tove.object()).body();
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        assertThat(value(person.id().toString(), key).path("value").asString()).isEqualTo("12");
        String sheet = cast.tove.get("/api/v1/imports/sheets/PEOPLE").response().body();
        assertThat(sheet.lines().findFirst().orElseThrow()).contains("Locker " + key);
    }

    @Test
    void whatADirectorySaysInAnAttributeIsTakenOver() throws Exception {
        String key = made("text", "Car", Map.of("directory-attribute", "carLicense"));
        Person vet = cast.bean(SnapshotStore.class).current().model().people().stream()
                .filter(one -> one.home().text().equals("orrin")
                        && one.directoryEntry().isPresent())
                .findFirst()
                .orElseThrow();
        String dn = "uid=" + vet.handle() + ",ou=people,dc=orrin,dc=example";
        try (LDAPConnection directory = new LDAPConnection(
                "127.0.0.1", cast.stage.ldapPort(), Directories.WRITE_DN, Directories.WRITE_PASSWORD)) {
            directory.modify(dn, new Modification(ModificationType.REPLACE, "carLicense", "ORR 12, \"blue\""));
            cast.tove.send("POST", "/api/v1/directory/readings", cast.tove.object());
            JsonNode pair = cast.tove
                    .get("/api/v1/directory/pairs")
                    .body()
                    .path("pairs")
                    .valueStream()
                    .filter(one -> one.path("person")
                            .path("id")
                            .asString()
                            .equals(vet.id().toString()))
                    .findFirst()
                    .orElseThrow();
            assertThat(pair.path("differing").valueStream().map(JsonNode::asString))
                    .contains("fields");
            assertThat(pair.path("values").path(0).path("there").asString()).isEqualTo("ORR 12, \"blue\"");
            applied(
                    "person.edit",
                    Map.of(
                            "person",
                            vet.id().toString(),
                            "fields",
                            pair.path("listed").path("fields").asString()));
            assertThat(value(vet.id().toString(), key).path("value").asString()).isEqualTo("ORR 12, \"blue\"");
            directory.modify(dn, new Modification(ModificationType.REPLACE, "carLicense"));
        } finally {
            applied("person-field.retire", Map.of("person-field", key));
        }
        assertThat(cast.bean(SnapshotStore.class)
                        .current()
                        .model()
                        .people()
                        .get(vet.id())
                        .custom())
                .doesNotContainKey(key);
    }

    @Test
    void nobodyNewIsEngagedWithoutWhatIsRequired() throws Exception {
        String key = made("text", "Agency", Map.of("required", "contractor"));
        try {
            String person = some(1, "").getFirst();
            String unit = cast.bean(SnapshotStore.class).current().model().table(Kind.UNIT).stream()
                    .findFirst()
                    .orElseThrow()
                    .id()
                    .toString();
            JsonNode draft = cast.put(
                    cast.tove.draft("Contractor"),
                    "engagement.begin",
                    Map.of(
                            "id",
                            UUID.randomUUID().toString(),
                            "person",
                            person,
                            "kind",
                            "contractor",
                            "unit",
                            unit,
                            "job",
                            "Painter"));
            JsonNode finding =
                    Cast.entry(draft, "engagement.begin").path("findings").path(0);
            assertThat(finding.path("code").asString()).isEqualTo("person.value-required");
            assertThat(finding.path("text").asString()).contains("Agency " + key);
            draft = cast.put(draft, "person.fill", Map.of("person", person, "field-value", key + "=Saltline"));
            assertThat(Cast.entry(draft, "engagement.begin").path("findings")).isEmpty();
        } finally {
            applied("person-field.retire", Map.of("person-field", key));
        }
    }
}

package wexa.server.directory;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;

/** What the directories say of people, laid side by side and followed under the policy for automatic changes. */
class DirectoryTest {
    private final Cast cast = Cast.shared();

    DirectoryTest() throws Exception {}

    private JsonNode read() throws Exception {
        Browserless.Answer answer = cast.tove.send("POST", "/api/v1/directory/readings", cast.tove.object());
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer.body();
    }

    private static List<JsonNode> of(JsonNode pairs, String kind) {
        return pairs.path("pairs")
                .valueStream()
                .filter(pair -> pair.path("kind").asString().equals(kind))
                .toList();
    }

    @Test
    void bothDirectoriesAreReadWithWhatIsNewAndWhatAgrees() throws Exception {
        JsonNode directories = read().path("directories");
        assertThat(directories.valueStream().map(one -> one.path("key").asString()))
                .containsExactly("skerrow", "orrin");
        assertThat(directories)
                .allSatisfy(one -> assertThat(one.path("state").asString()).isEqualTo("DONE"))
                .allSatisfy(one -> assertThat(one.path("doneAt").asString()).isNotBlank());
        JsonNode trust = directories.path(0);
        assertThat(trust.path("entries").asInt()).isGreaterThan(600);
        assertThat(trust.path("agreeing").asInt()).isGreaterThan(600);
        assertThat(trust.path("newcomers").asInt()).isPositive();
        assertThat(trust.path("groups").asInt()).isEqualTo(4);
        assertThat(directories.path(1).path("groups").asInt(-1)).isZero();
    }

    @Test
    void anEntryWithTheNumberOfSomebodyElseIsLaidBesideThemAndKeptApartForGood() throws Exception {
        JsonNode pair = of(read(), "COLLIDES").stream()
                .filter(one -> one.path("listed").path("userId").asString().equals("alisa.eddyworth"))
                .findFirst()
                .orElseThrow();
        assertThat(pair.path("same").toString()).isEqualTo("[\"number\"]");
        assertThat(pair.path("differing").toString()).contains("given", "family");
        assertThat(pair.path("person").path("numbers").asString())
                .isEqualTo(pair.path("listed").path("number").asString());
        JsonNode found =
                cast.tove.get("/api/v1/directory?q=alisa").body().path("found").path(0);
        assertThat(found.path("like").asString()).isEqualTo("Ailsa Eddystone");
        assertThat(cast.tove.get("/api/v1/desk").body().toString())
                .as("who looks like somebody here is no plain newcomer")
                .doesNotContain("Eddyworth");

        ObjectNode two = cast.tove.object(
                "directory",
                "skerrow",
                "entry",
                pair.path("listed").path("id").asString(),
                "person",
                pair.path("person").path("id").asString());
        assertThat(cast.tove.send("POST", "/api/v1/directory/apart", two).status())
                .isEqualTo(204);
        assertThat(of(read(), "COLLIDES"))
                .noneMatch(one -> one.path("listed").path("userId").asString().equals("alisa.eddyworth"));
        assertThat(cast.tove
                        .get("/api/v1/directory?q=alisa")
                        .body()
                        .path("found")
                        .path(0)
                        .path("like")
                        .asString(""))
                .isEmpty();
        assertThat(cast.tove.get("/api/v1/desk").body().toString())
                .as("who is nobody here is a newcomer after all")
                .contains("Eddyworth");
        assertThat(cast.tove.get("/api/v1/log").body().toString()).contains(" of skerrow apart from ailsa.eddystone");
    }

    @Test
    void whatTheDirectorySaysOtherwiseIsHeldOnceAndFollowedWhenSomebodyAppliesIt() throws Exception {
        JsonNode pairs = read();
        JsonNode married = of(pairs, "DIFFERS").stream()
                .filter(one -> one.path("person").path("handle").asString().equals("saoirse.lund"))
                .findFirst()
                .orElseThrow();
        JsonNode renamed = of(pairs, "RENAMED").stream().findFirst().orElseThrow();
        assertThat(married.path("listed").path("family").asString()).isEqualTo("Lund-Arkwright");
        assertThat(renamed.path("listed").path("userId").asString()).isEqualTo("pasco.m");
        read();
        List<JsonNode> held = cast.tove
                .get("/api/v1/policies/held")
                .body()
                .valueStream()
                .filter(one -> one.path("name").asString().equals("What the Trust directory says"))
                .toList();
        assertThat(held).as("read again, it is held once").hasSize(1);
        JsonNode draft = cast.tove
                .get("/api/v1/drafts/" + held.get(0).path("draft").asString())
                .body();
        assertThat(Cast.states(draft)).containsOnly("READY");
        assertThat(draft.toString())
                .contains(
                        "Lund-Arkwright",
                        "entry " + renamed.path("listed").path("id").asString())
                .contains("list group tide-wardens \\\"tide-wardens\\\" entry \\\"skerrow/")
                .as("who is in the groups that are known is in them already")
                .doesNotContain("in group lagoon-staff");
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        JsonNode after = read();
        assertThat(of(after, "DIFFERS")).isEmpty();
        assertThat(of(after, "RENAMED")).isEmpty();
        assertThat(cast.tove
                        .get("/api/v1/people/"
                                + married.path("person").path("id").asString())
                        .body()
                        .path("familyName")
                        .asString())
                .isEqualTo("Lund-Arkwright");
    }

    @Test
    void whoseEntryVanishedStaysAndCanBeUnlinkedAndJoinedAgain() throws Exception {
        JsonNode gone = of(read(), "VANISHED").stream()
                .filter(one -> one.path("person").path("handle").asString().equals("ailsa.saltmarsh"))
                .findFirst()
                .orElseThrow();
        assertThat(gone.path("listed").isMissingNode() || gone.path("listed").isNull())
                .isTrue();
        String person = gone.path("person").path("id").asString();
        String before = gone.path("person").path("entry").asString();
        Map<String, String> unlink = new HashMap<>(Map.of("person", person, "entry", ""));
        JsonNode draft = cast.put(cast.tove.draft("Unlink"), "person.edit", unlink);
        assertThat(Cast.states(draft)).containsExactly("READY");
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        assertThat(of(read(), "VANISHED"))
                .noneMatch(one -> one.path("person").path("id").asString().equals(person));
        JsonNode back = cast.put(cast.tove.draft("Back"), "person.edit", Map.of("person", person, "entry", before));
        assertThat(cast.tove.apply(back).status()).isEqualTo(200);
    }

    @Test
    void anEntryIsOnePersonsAndCannotBeJoinedToAnother() throws Exception {
        JsonNode page = cast.tove
                .get("/api/v1/people?q=jonah.petrel")
                .body()
                .path("people")
                .path(0);
        JsonNode draft = cast.put(
                cast.tove.draft("Wrong"),
                "person.edit",
                Map.of("person", page.path("id").asString(), "entry", entryOf("ines.abara")));
        assertThat(draft.toString()).contains("person.directory-entry-taken");
    }

    /** What the directory knows somebody by for good. */
    private String entryOf(String userId) throws Exception {
        return cast.tove
                .get("/api/v1/directory?q=" + userId)
                .body()
                .path("found")
                .path(0)
                .path("entryId")
                .asString();
    }

    @Test
    void whatIsNotThereCannotBeKeptApart() throws Exception {
        ObjectNode two = cast.tove.object(
                "directory",
                "nowhere",
                "entry",
                "x",
                "person",
                UUID.randomUUID().toString());
        assertThat(cast.tove.send("POST", "/api/v1/directory/apart", two).status())
                .isEqualTo(400);
        two.put("directory", "skerrow");
        assertThat(cast.tove.send("POST", "/api/v1/directory/apart", two).status())
                .isEqualTo(404);
    }
}

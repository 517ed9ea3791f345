package wexa.server.setup;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;

/** Accounts that nobody knew become a unit's, a program's, or are closed; each is read back, and nothing else of them changes. */
class KeptAccountsTest {
    private final Cast cast = Cast.shared();
    private final String training = cast.find("/api/v1/tenants", "path", "pelagia/training");

    KeptAccountsTest() throws Exception {}

    private String stranger(String name) throws Exception {
        String body = "{\"schemas\":[\"urn:ietf:params:scim:schemas:core:2.0:User\"],\"userName\":\"" + name
                + "\",\"name\":{\"givenName\":\"Pump\",\"familyName\":\"Display\"},\"active\":true,"
                + "\"emails\":[{\"value\":\"" + name + "@pumps.example\"}]}";
        return new JsonMapper()
                .readTree(cast.stage
                        .tenant("pelagia-training", "POST", "Users", body)
                        .body())
                .path("id")
                .asString();
    }

    private JsonNode there(String remoteId) throws Exception {
        return new JsonMapper()
                .readTree(cast.stage
                        .tenant("pelagia-training", "GET", "Users/" + remoteId, "")
                        .body());
    }

    private JsonNode read() throws Exception {
        return cast.tove
                .send("POST", "/api/v1/tenants/" + training + "/readings", cast.tove.object())
                .body();
    }

    private String somebody() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode draft = Newcomers.engaged(cast.tove, Cast.unique("owner"), number, "office");
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        return Cast.personIn(draft);
    }

    private Answer keep(String remoteId, String as, List<String> owners) throws Exception {
        ObjectNode body = cast.tove.object("keptAs", as, "purpose", "Display at the pumps");
        body.putArray("remoteIds").add(remoteId);
        body.put("unit", cast.find("/api/v1/units", "key", "lagoon-hall"));
        owners.forEach(body.withArray("owners")::add);
        return cast.tove.send("POST", "/api/v1/tenants/" + training + "/matches/kept", body);
    }

    private JsonNode carried(Answer kept) throws Exception {
        assertThat(kept.status()).as("%s", kept.body()).isEqualTo(201);
        JsonNode draft = cast.tove.get("/api/v1/drafts/" + kept.text("draft")).body();
        assertThat(Cast.states(draft)).as("%s", draft).containsOnly("READY");
        JsonNode job = cast.carried(draft);
        assertThat(job.path("refused").asInt() + job.path("open").asInt())
                .as("%s", job)
                .isZero();
        return draft;
    }

    @Test
    void aSharedAccountIsLinkedAndLeftAsItIs() throws Exception {
        String name = Cast.unique("pump");
        String id = stranger(name);
        assertThat(read().path("unknown").toString()).contains(name);
        JsonNode before = there(id);

        JsonNode draft = carried(keep(id, "SHARED", List.of(somebody(), somebody())));

        assertThat(draft.path("entries").path(0).path("sentence").asString()).contains("as shared", name);
        JsonNode page = read();
        assertThat(page.path("unknown").toString()).doesNotContain(name);
        assertThat(page.path("differences").toString()).doesNotContain(name);
        JsonNode after = there(id);
        for (String part : List.of("userName", "name", "emails", "active")) {
            assertThat(after.path(part)).as(part).isEqualTo(before.path(part));
        }
        assertThat(after.path("externalId").asString()).isNotEmpty();
        JsonNode line = cast.tove
                .get("/api/v1/tenants/" + training + "/accounts")
                .body()
                .path("accounts")
                .valueStream()
                .filter(one -> one.path("userName").asString().equals(name))
                .findFirst()
                .orElseThrow();
        assertThat(line.path("kind").asString()).isEqualTo("SHARED");
        assertThat(line.path("read").asString()).isEqualTo("SAME");
        assertThat(keep(id, "SHARED", List.of(somebody())).body().toString()).contains("match.gone");
    }

    @Test
    void oneThatNobodyUsesIsClosedAndKeepsEverythingElse() throws Exception {
        String name = Cast.unique("old.pump");
        String id = stranger(name);
        read();

        carried(keep(id, "UNUSED", List.of(somebody())));

        assertThat(there(id).path("active").asBoolean()).isFalse();
        assertThat(there(id).path("name").path("familyName").asString()).isEqualTo("Display");
        assertThat(there(id).path("emails").path(0).path("value").asString()).isEqualTo(name + "@pumps.example");
        assertThat(read().path("differences").toString()).doesNotContain(name);
    }

    @Test
    void whoAnswersForItPassesItOnWhenTheyLeave() throws Exception {
        String name = Cast.unique("program");
        String id = stranger(name);
        read();
        String owner = somebody();
        String next = somebody();
        carried(keep(id, "PROGRAM", List.of(owner)));

        JsonNode leaving = leaving(owner, Map.of());
        assertThat(holding(leaving, name).path("fate").asString()).isEqualTo("LEFT_OPEN");
        JsonNode passed = holding(leaving(owner, Map.of("successor", next)), name);
        assertThat(passed.path("fate").asString()).isEqualTo("PASSED_ON");
        assertThat(passed.path("change").path("form").asString()).isEqualTo("account.own");
        assertThat(passed.path("change").path("fields").path("owners").asString())
                .isEqualTo(next);
    }

    private JsonNode leaving(String person, Map<String, String> fields) throws Exception {
        ObjectNode wanted = cast.tove.object();
        fields.forEach(wanted::put);
        wanted.putArray("ending");
        wanted.putObject("successors");
        return cast.tove
                .send("POST", "/api/v1/people/" + person + "/leaving", wanted)
                .body();
    }

    private static JsonNode holding(JsonNode leaving, String name) {
        return leaving.path("holdings")
                .valueStream()
                .filter(one -> one.path("title").asString().contains(name))
                .findFirst()
                .orElseThrow(() -> new AssertionError(name + " is not in " + leaving));
    }

    @Test
    void aSharedOneWithoutASecondOwnerStaysInTheDraftUntilThereIsOne() throws Exception {
        String name = Cast.unique("half");
        String id = stranger(name);
        read();
        Answer kept = keep(id, "SHARED", List.of(somebody()));
        JsonNode draft = cast.tove.get("/api/v1/drafts/" + kept.text("draft")).body();
        assertThat(draft.path("entries")
                        .path(0)
                        .path("findings")
                        .path(0)
                        .path("code")
                        .asString())
                .isEqualTo("account.shared-needs");
        assertThat(keep(UUID.randomUUID().toString(), "PROGRAM", List.of(somebody()))
                        .status())
                .isEqualTo(400);
        assertThat(keep(id, "PROGRAM", List.of()).status()).isEqualTo(400);
    }
}

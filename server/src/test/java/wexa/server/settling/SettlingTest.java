package wexa.server.settling;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import wexa.core.model.Person;
import wexa.core.value.Handle;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** What somebody changed in a tenant is taken into the model, or let be until a day; nothing is sent to the tenant for either. */
class SettlingTest {
    private static final String CLOSE =
            "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"],\"Operations\":[{"
                    + "\"op\":\"replace\",\"path\":\"active\",\"value\":false}]}";

    private final Cast cast = Cast.shared();
    private final String north = cast.find("/api/v1/tenants", "path", "pelagia/north");
    private String account = "";
    private String person = "";

    SettlingTest() throws Exception {}

    @BeforeEach
    void somebodyClosesAnAccountThere() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode newcomer = cast.newcomer(Cast.unique("accepted"), number, "keeper");
        account = Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
        person = Cast.personIn(newcomer);
        cast.carried(newcomer);
        String path = "Users/" + user().path("id").asString();
        assertThat(cast.stage.tenant("pelagia-north", "PATCH", path, CLOSE).statusCode())
                .isLessThan(300);
        read();
    }

    private JsonNode user() throws Exception {
        String path = "Users?filter=externalId%20eq%20%22" + account + "%22";
        return new JsonMapper()
                .readTree(cast.stage.tenant("pelagia-north", "GET", path, "").body())
                .path("Resources")
                .path(0);
    }

    private JsonNode read() throws Exception {
        return cast.tove
                .send("POST", "/api/v1/tenants/" + north + "/readings", cast.tove.object())
                .body();
    }

    private String owner() {
        return cast.bean(SnapshotStore.class)
                .current()
                .model()
                .people()
                .by(Person.BY_HANDLE, Handle.of("tove.lindqvist"))
                .getFirst()
                .id()
                .toString();
    }

    private List<JsonNode> about(JsonNode page, String part) {
        return page.path(part)
                .valueStream()
                .filter(one -> one.toString().contains(account))
                .toList();
    }

    private Answer settle(String how, Map<String, String> more) throws Exception {
        ObjectNode body = cast.tove.object();
        body.putArray("objects").add("ACCOUNT:" + account);
        more.forEach(body::put);
        return cast.tove.send("POST", "/api/v1/tenants/" + north + "/differences/" + how, body);
    }

    private static Map<String, String> fields(JsonNode entry) {
        Map<String, String> fields = new HashMap<>();
        entry.path("fields")
                .properties()
                .forEach(one -> fields.put(one.getKey(), one.getValue().asString()));
        return fields;
    }

    private Answer applied(Answer settled) throws Exception {
        assertThat(settled.status()).as("%s", settled.body()).isEqualTo(200);
        assertThat(settled.body().path("left")).isEmpty();
        JsonNode draft = cast.tove.draft("Settled");
        for (JsonNode entry : settled.body().path("entries")) {
            draft = cast.put(draft, entry.path("form").asString(), fields(entry));
        }
        Answer answer = cast.tove.apply(draft);
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer;
    }

    @Test
    void whatIsAcceptedIsTheModelsFromThenOnAndTheTenantAgrees() throws Exception {
        JsonNode found = about(read(), "differences").getFirst();
        assertThat(found.path("person").asString()).isEqualTo(person);
        assertThat(found.path("who").asString()).isNotEmpty();
        Answer answer = applied(settle("accept", Map.of()));
        if (!answer.text("job").isEmpty()) {
            cast.finished(answer.text("job"));
        }
        JsonNode page = read();
        assertThat(about(page, "differences")).isEmpty();
        assertThat(user().path("active").asBoolean()).isFalse();
        JsonNode known = cast.tove
                .get("/api/v1/people/" + person)
                .body()
                .path("accounts")
                .path(0);
        assertThat(known.path("state").asString()).isEqualTo("CLOSED");
    }

    @Test
    void whatIsExceptedIsLetBeWithItsOwnerAndComesBackWhenTheExceptionEnds() throws Exception {
        Map<String, String> why = Map.of("until", "2027-03-31", "owner", owner(), "reason", "on loan elsewhere");
        applied(settle("except", why));
        JsonNode page = read();
        assertThat(about(page, "differences")).isEmpty();
        JsonNode excepted = about(page, "excepted").getFirst();
        assertThat(excepted.path("ownerName").asString()).isEqualTo("Tove Lindqvist");
        assertThat(excepted.path("reason").asString()).isEqualTo("on loan elsewhere");
        assertThat(user().path("active").asBoolean()).isFalse();
        // the person's own page tells of it still
        assertThat(cast.tove
                        .get("/api/v1/people/" + person)
                        .body()
                        .path("accounts")
                        .path(0)
                        .path("square")
                        .asString())
                .isEqualTo("DIFFERS");
        assertThat(settle("except", why).status()).isEqualTo(409);

        JsonNode draft = cast.put(
                cast.tove.draft("No longer"),
                "excepted-difference.end",
                Map.of("excepted-difference", excepted.path("id").asString()));
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        assertThat(about(read(), "differences")).hasSize(1);
    }

    @Test
    void anExceptionOfMoreThanAYearIsFoundInTheDraftAndAnUnknownOwnerIsNamed() throws Exception {
        Answer settled = settle("except", Map.of("until", "2029-01-01", "owner", owner(), "reason", "for ever"));
        JsonNode draft = cast.put(
                cast.tove.draft("Too long"),
                "excepted-difference.make",
                fields(settled.body().path("entries").path(0)));
        assertThat(draft.path("entries")
                        .path(0)
                        .path("findings")
                        .path(0)
                        .path("code")
                        .asString())
                .isEqualTo("excepted-difference.too-long");
        Answer unknown = settle(
                "except",
                Map.of("until", "2027-01-01", "owner", UUID.randomUUID().toString(), "reason", "nobody's"));
        assertThat(unknown.body().path("fields").path(0).path("field").asString())
                .isEqualTo("owner");
    }
}

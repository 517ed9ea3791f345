package wexa.server.settling;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Lookers;

/** A tenant that somebody changed behind the model's back is put right by a job, and the model stays as it is. */
class CorrectionTest {
    private static final String CLOSE =
            "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"],\"Operations\":[{"
                    + "\"op\":\"replace\",\"path\":\"active\",\"value\":false}]}";
    private static final String HANDLE = Cast.unique("settled");

    private static String account;
    private static String person;

    private final Cast cast = Cast.shared();
    private final String north = cast.find("/api/v1/tenants", "path", "pelagia/north");

    CorrectionTest() throws Exception {}

    @BeforeAll
    static void someoneIsThere() throws Exception {
        Cast cast = Cast.shared();
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode newcomer = cast.newcomer(HANDLE, number, "keeper");
        account = Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
        person = Cast.personIn(newcomer);
        cast.carried(newcomer);
    }

    private JsonNode user() throws Exception {
        String path = "Users?filter=externalId%20eq%20%22" + account + "%22";
        return new JsonMapper()
                .readTree(cast.stage.tenant("pelagia-north", "GET", path, "").body())
                .path("Resources")
                .path(0);
    }

    private void closedBySomebody() throws Exception {
        String path = "Users/" + user().path("id").asString();
        assertThat(cast.stage.tenant("pelagia-north", "PATCH", path, CLOSE).statusCode())
                .isLessThan(300);
        read();
    }

    private void read() throws Exception {
        assertThat(cast.tove
                        .send("POST", "/api/v1/tenants/" + north + "/readings", cast.tove.object())
                        .status())
                .isEqualTo(200);
    }

    private List<JsonNode> differences() throws Exception {
        return cast.tove
                .get("/api/v1/tenants/" + north)
                .body()
                .path("differences")
                .valueStream()
                .toList();
    }

    private Stream<JsonNode> mine() throws Exception {
        return differences().stream()
                .filter(one -> one.path("object").asString().contains(account));
    }

    private Answer correct(Browserless as, String reason, String... objects) throws Exception {
        ObjectNode body = as.object();
        body.put("reason", reason);
        List.of(objects).forEach(body.putArray("objects")::add);
        return as.send("POST", "/api/v1/tenants/" + north + "/corrections", body);
    }

    @Test
    void whatSomebodyClosedThereIsOpenAgainAndNothingElseIsTouched() throws Exception {
        closedBySomebody();
        JsonNode found = mine().findFirst().orElseThrow();
        assertThat(found.path("giving").asBoolean()).isTrue();
        List<String> others = differences().stream()
                .map(one -> one.path("object").asString())
                .filter(one -> !one.contains(account))
                .toList();

        Answer told =
                correct(cast.tove, "closed by mistake", found.path("object").asString());
        assertThat(told.status()).as("%s", told.body()).isEqualTo(200);
        assertThat(told.body().path("corrected").asInt()).isEqualTo(1);
        JsonNode job = cast.finished(told.text("job"));
        assertThat(job.path("state").asString()).as("%s", job).isEqualTo("DONE");
        assertThat(user().path("active").asBoolean()).isTrue();

        read();
        assertThat(mine()).isEmpty();
        assertThat(differences().stream().map(one -> one.path("object").asString()))
                .containsAll(others);
        JsonNode changeset = cast.tove
                .get("/api/v1/changesets/" + told.body().path("version").asLong())
                .body();
        assertThat(changeset.path("reason").asString()).isEqualTo("closed by mistake");
        String history = cast.tove.get("/api/v1/log?about=" + person).body().toString();
        assertThat(history).contains("correct account");

        Answer again = correct(cast.tove, "", found.path("object").asString());
        assertThat(again.status()).isEqualTo(409);
        assertThat(again.text("code")).isEqualTo("correction.nothing-to-do");
    }

    private Browserless limited(String act, String tenant) throws Exception {
        String login = Cast.unique("limited");
        ObjectNode reach = cast.tove.object();
        reach.putArray("tenants").add(cast.find("/api/v1/tenants", "path", tenant));
        String path = "/api/v1/administrators/" + Lookers.made(cast, login, act) + "/reach";
        Answer set = cast.tove.send("PUT", path, reach);
        assertThat(set.status()).as("%s", set.body()).isEqualTo(204);
        return Browserless.signedIn(cast.stage.address(), login, Lookers.PASSWORD);
    }

    @Test
    void onlyWhoMayApplyThereCorrects() throws Exception {
        closedBySomebody();
        String object = mine().findFirst().orElseThrow().path("object").asString();
        List<Browserless> others = List.of(
                limited("PREPARE", "pelagia/north"),
                limited("APPLY", "pelagia/south"),
                limited("LOOK", "pelagia/north"));
        for (Browserless other : others) {
            Answer told = correct(other, "", object);
            assertThat(told.status()).as("%s", told.body()).isEqualTo(403);
        }
        assertThat(user().path("active").asBoolean()).isFalse();
        cast.finished(correct(cast.tove, "", object).text("job"));
    }

    @Test
    void whatNamesNoObjectIsNamedAndNothingIsDone() throws Exception {
        for (String wrong : List.of("", "account", "account:1", "person:" + person)) {
            Answer told = correct(cast.tove, "", wrong);
            assertThat(told.status()).as(wrong).isEqualTo(400);
            assertThat(told.body().toString()).contains("objects");
        }
        assertThat(correct(cast.tove, "").status()).isEqualTo(400);
        ObjectNode body = cast.tove.object();
        body.putArray("objects").add("ACCOUNT:" + account);
        assertThat(cast.tove
                        .send("POST", "/api/v1/tenants/" + UUID.randomUUID() + "/corrections", body)
                        .status())
                .isEqualTo(404);
    }
}

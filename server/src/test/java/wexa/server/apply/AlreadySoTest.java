package wexa.server.apply;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** What is asked for and already so in the model, while a tenant differs: it is sent, and nothing is if the tenant agrees. */
class AlreadySoTest {
    private static final String PATCH =
            "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"],\"Operations\":[{"
                    + "\"op\":\"replace\",\"path\":\"active\",\"value\":true}]}";

    private final Cast cast = Cast.shared();

    AlreadySoTest() throws Exception {}

    private JsonNode user(String account) throws Exception {
        String path = "Users?filter=externalId%20eq%20%22" + account + "%22";
        return new JsonMapper()
                .readTree(cast.stage.tenant("pelagia-north", "GET", path, "").body())
                .path("Resources")
                .path(0);
    }

    private JsonNode closing(String account) throws Exception {
        return cast.put(cast.tove.draft("Close it"), "account.close", Map.of("account", account));
    }

    private void read() throws Exception {
        String north = cast.find("/api/v1/tenants", "path", "pelagia/north");
        Answer read = cast.tove.send("POST", "/api/v1/tenants/" + north + "/readings", cast.tove.object());
        assertThat(read.status()).as("%s", read.body()).isEqualTo(200);
    }

    private JsonNode north(JsonNode draft) throws Exception {
        JsonNode review = cast.tove
                .get("/api/v1/drafts/" + draft.path("id").asString() + "/review")
                .body();
        for (JsonNode tenant : review.path("tenants")) {
            if (tenant.path("name").asString().contains("North")) {
                return tenant;
            }
        }
        return new JsonMapper().createObjectNode();
    }

    @Test
    void aClosedAccountThatIsOpenInItsTenantIsClosedThere() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode newcomer = cast.newcomer(Cast.unique("already"), number, "keeper");
        String account =
                Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
        cast.carried(newcomer);
        cast.carried(closing(account));
        assertThat(user(account).path("active").asBoolean(true)).isFalse();

        JsonNode agreeing = closing(account);
        assertThat(Cast.states(agreeing)).containsExactly("ALREADY_SO");
        assertThat(north(agreeing).path("allSteps").asInt()).isZero();
        Answer nothing = cast.tove.apply(agreeing);
        assertThat(nothing.status()).isEqualTo(409);
        assertThat(nothing.text("code")).isEqualTo("apply.already-so");

        String path = "Users/" + user(account).path("id").asString();
        assertThat(cast.stage.tenant("pelagia-north", "PATCH", path, PATCH).statusCode())
                .isLessThan(300);
        assertThat(user(account).path("active").asBoolean(false)).isTrue();
        read();
        assertThat(north(agreeing).path("allSteps").asInt()).isEqualTo(1);
        Answer applied = cast.tove.apply(agreeing);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        JsonNode job = cast.finished(applied.text("job"));
        assertThat(job.path("state").asString()).as("%s", job).isEqualTo("DONE");
        assertThat(user(account).path("active").asBoolean(true)).isFalse();

        long version = applied.body().path("changeset").asLong();
        JsonNode changeset = cast.tove.get("/api/v1/changesets/" + version).body();
        assertThat(changeset.path("sentences").path(0).asString())
                .as("%s", changeset)
                .startsWith("Sent again: close account of");
    }

    @Test
    void aMemberWhomTheTenantLostComesBack() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode newcomer = cast.newcomer(Cast.unique("already"), number, "keeper");
        String person = Cast.personIn(newcomer);
        cast.carried(newcomer);
        String group = cast.find("/api/v1/groups", "key", "north-pier-keepers");
        Map<String, String> put = Map.of("member", "person:" + person, "group", group);
        cast.carried(cast.put(cast.tove.draft("In"), "membership.put", put));
        JsonNode again = cast.put(cast.tove.draft("In again"), "membership.put", put);
        assertThat(Cast.states(again)).containsExactly("ALREADY_SO");
        assertThat(cast.tove.apply(again).text("code")).isEqualTo("apply.already-so");
        JsonNode there = held(group);
        String account =
                Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
        String remote = user(account).path("id").asString();
        assertThat(members(there)).contains(remote);
        String out = PATCH.replace(
                "\"op\":\"replace\",\"path\":\"active\",\"value\":true",
                "\"op\":\"remove\",\"path\":\"members[value eq \\\"" + remote + "\\\"]\"");
        assertThat(cast.stage
                        .tenant(
                                "pelagia-north",
                                "PATCH",
                                "Groups/" + there.path("id").asString(),
                                out)
                        .statusCode())
                .isLessThan(300);
        assertThat(members(held(group))).doesNotContain(remote);
        read();
        JsonNode job = cast.carried(again);
        assertThat(job.path("state").asString()).as("%s", job).isEqualTo("DONE");
        assertThat(members(held(group))).contains(remote);
    }

    private JsonNode held(String group) throws Exception {
        String path = "Groups?filter=externalId%20eq%20%22" + group + "%22";
        return new JsonMapper()
                .readTree(cast.stage.tenant("pelagia-north", "GET", path, "").body())
                .path("Resources")
                .path(0);
    }

    private static List<String> members(JsonNode group) {
        return group.path("members")
                .valueStream()
                .map(member -> member.path("value").asString())
                .toList();
    }
}

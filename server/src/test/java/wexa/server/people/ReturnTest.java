package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** Somebody who left comes back as the same person, with what the new job has and nothing else unless it is chosen. */
class ReturnTest {
    private final Cast cast = Cast.shared();

    ReturnTest() throws Exception {}

    /** Left without anything but the engagement being ended, and is still in a group of their own. */
    private String leaver() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(700_000, 900_000));
        JsonNode draft = cast.newcomer(Cast.unique("back"), number, "reader");
        String person = Cast.personIn(draft);
        draft = cast.put(draft, "membership.put", Map.of("member", "person:" + person, "group", "first-aiders"));
        cast.carried(draft);
        JsonNode page = cast.tove.get("/api/v1/people/" + person).body();
        draft = cast.put(
                cast.tove.draft("Left"),
                "engagement.end",
                Map.of("engagement", page.path("engagements").path(0).path("id").asString()));
        draft = cast.put(
                draft,
                "account.close",
                Map.of("account", page.path("accounts").path(0).path("id").asString()));
        cast.carried(draft);
        return person;
    }

    private Answer plan(String person, String job, String unit) throws Exception {
        ObjectNode wanted =
                cast.tove.object("kind", "EMPLOYEE", "job", job, "unit", cast.find("/api/v1/units", "key", unit));
        return cast.tove.send("POST", "/api/v1/people/" + person + "/return", wanted);
    }

    private static JsonNode item(JsonNode plan, String name) {
        return plan.path("items")
                .valueStream()
                .filter(one -> one.path("name").asString().equals(name))
                .findFirst()
                .orElseThrow(() -> new AssertionError(name + " is not in " + plan));
    }

    @Test
    void theSamePersonStartsWithTheNewJobAndWithNothingOfTheOldOne() throws Exception {
        String person = leaver();

        String number = plan(person, "Keeper", "south-bay")
                .body()
                .path("last")
                .path("number")
                .asString();
        ObjectNode wanted = cast.tove.object(
                "kind", "EMPLOYEE", "job", "Keeper", "unit", cast.find("/api/v1/units", "key", "south-bay"));
        JsonNode plan = cast.tove
                .send("POST", "/api/v1/people/" + person + "/return", wanted.put("number", number))
                .body();

        assertThat(plan.path("last").path("job").asString()).isNotEmpty();
        assertThat(plan.path("begin").path("form").asString()).isEqualTo("engagement.begin");
        assertThat(item(plan, "First aiders").path("column").asString()).isEqualTo("GOES");
        assertThat(item(plan, "First aiders").path("why").asString()).isEqualTo("LEFT_OVER");
        assertThat(item(plan, "South Bay keepers").path("isProposed").asBoolean())
                .isTrue();
        JsonNode north = item(plan, "Account in Pelagia North");
        assertThat(north.path("column").asString()).isEqualTo("COMES");
        assertThat(north.path("why").asString()).isEqualTo("HAD_BEFORE");
        assertThat(north.path("isProposed").asBoolean()).isFalse();

        JsonNode draft = cast.tove.draft("Comes back");
        List<JsonNode> changes = new ArrayList<>(List.of(plan.path("begin")));
        for (String column : List.of("ACCOUNT", "GROUP", "ROLE")) {
            plan.path("items").forEach(one -> {
                if (one.path("thing").asString().equals(column)
                        && one.path("isProposed").asBoolean()) {
                    one.path("changes").forEach(changes::add);
                }
            });
        }
        // of what they had, the account is taken up again: the same one, with its seat
        north.path("changes").forEach(changes::add);
        draft = cast.putPlanned(draft, changes);
        assertThat(Cast.states(draft)).as("%s", draft).containsOnly("READY", "ALREADY_SO");
        JsonNode job = cast.carried(draft);
        assertThat(job.path("refused").asInt() + job.path("open").asInt())
                .as("%s", job)
                .isZero();

        JsonNode page = cast.tove.get("/api/v1/people/" + person).body();
        assertThat(page.path("person").path("standing").asString()).isEqualTo("HERE");
        assertThat(page.path("engagements").size()).isEqualTo(2);
        assertThat(page.path("groups").toString()).contains("South Bay keepers").doesNotContain("First aiders");
        assertThat(plan(person, "Keeper", "south-bay").body().path("code").asString())
                .isEqualTo("return.not-left");
    }

    @Test
    void whatCannotBeIsRefusedWithItsField() throws Exception {
        String person = leaver();
        ObjectNode wanted = cast.tove.object("kind", "EMPLOYEE", "job", "Keeper", "unit", person);
        assertThat(cast.tove
                        .send("POST", "/api/v1/people/" + person + "/return", wanted)
                        .body()
                        .toString())
                .contains("move.unit");
        assertThat(plan(person, " ", "south-bay").status()).isEqualTo(400);
        wanted.put("unit", cast.find("/api/v1/units", "key", "south-bay")).put("manager", person);
        assertThat(cast.tove
                        .send("POST", "/api/v1/people/" + person + "/return", wanted)
                        .body()
                        .toString())
                .contains("move.manager");
    }
}

package wexa.server.rights;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;

/** Where administrators may change something, and that nobody gives themselves more (rule 18). */
class ReachTest {
    private static final String PASSWORD = "long-enough-2026";

    private static Cast cast;

    @BeforeAll
    static void start() throws Exception {
        cast = Cast.shared();
    }

    private static String administrator(String login) throws Exception {
        for (JsonNode one : cast.tove.get("/api/v1/administrators").body()) {
            if (one.path("login").asString().equals(login)) {
                return one.path("id").asString();
            }
        }
        throw new AssertionError("there is no administrator " + login);
    }

    private static String made(String login, String... acts) throws Exception {
        ObjectNode body = cast.tove.object("login", login, "name", "Kit " + login, "password", PASSWORD);
        var list = body.putArray("acts");
        for (String act : acts) {
            list.add(act);
        }
        assertThat(cast.tove.send("POST", "/api/v1/administrators", body).status())
                .isEqualTo(201);
        return administrator(login);
    }

    private static Answer reach(String id, String tenant, String unit) throws Exception {
        ObjectNode body = cast.tove.object();
        if (!tenant.isEmpty()) {
            body.putArray("tenants").add(cast.find("/api/v1/tenants", "path", tenant));
        }
        if (!unit.isEmpty()) {
            body.putArray("units").add(cast.find("/api/v1/units", "key", unit));
        }
        return cast.tove.send("PUT", "/api/v1/administrators/" + id + "/reach", body);
    }

    private static String number() {
        return "R" + UUID.randomUUID().toString().substring(0, 8);
    }

    @Test
    void whatLiesOutsideTheReachIsNamedAndNotApplied() throws Exception {
        String id = made("kit.south", "PREPARE", "APPLY");
        assertThat(reach(id, "pelagia/south", "").status()).isEqualTo(204);
        Browserless kit = Browserless.signedIn(cast.stage.address(), "kit.south", PASSWORD);
        JsonNode draft = Newcomers.draft(kit, Cast.unique("out.of.reach"), number(), "reader");
        String path = "/api/v1/drafts/" + draft.path("id").asString() + "/lacks";
        assertThat(kit.get(path).body().toString()).contains("Pelagia North is outside your scope");
        Answer refused = kit.apply(draft);
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.body().toString()).contains("apply.out-of-reach", "Pelagia North");
        assertThat(cast.tove.get(path).body()).isEmpty();

        assertThat(reach(id, "", "").status()).isEqualTo(204);
        assertThat(kit.apply(kit.get("/api/v1/drafts/" + draft.path("id").asString())
                                .body())
                        .status())
                .isEqualTo(200);
    }

    @Test
    void peopleOfOtherUnitsStayAsTheyAre() throws Exception {
        String id = made("kit.kelp", "PREPARE", "APPLY");
        assertThat(reach(id, "", "south-bay").status()).isEqualTo(204);
        Browserless kit = Browserless.signedIn(cast.stage.address(), "kit.kelp", PASSWORD);
        assertThat(kit.apply(Newcomers.engaged(kit, Cast.unique("of.kelp"), number(), "south-bay"))
                        .status())
                .isEqualTo(200);
        Answer refused = kit.apply(Newcomers.engaged(kit, Cast.unique("of.lagoon"), number(), "lagoon-hall"));
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.body().toString()).contains("New Comer is outside your scope");
    }

    @Test
    void stepsAndMessagesAreTheBusinessOfThoseWhoReachTheTenant() throws Exception {
        String id = made("kit.away", "PREPARE", "APPLY");
        assertThat(reach(id, "pelagia/south", "").status()).isEqualTo(204);
        Browserless kit = Browserless.signedIn(cast.stage.address(), "kit.away", PASSWORD);
        cast.stage.fault("pelagia-north", "UNAVAILABLE", 100, 0);
        JsonNode draft = cast.newcomer(Cast.unique("step.away"), number(), "reader");
        String job = cast.tove.apply(draft).text("job");
        String jobPath = "/api/v1/jobs/" + job;
        String step = "/api/v1/jobs/steps/"
                + Browserless.steps(cast.tove.get(jobPath).body())
                        .get(0)
                        .path("id")
                        .asString();
        JsonNode reason = kit.object("reason", "not mine");
        for (String path : List.of(step + "/skip", step + "/again", jobPath + "/stop")) {
            Answer answer = kit.send("POST", path, reason);
            assertThat(answer.status()).as(path).isEqualTo(403);
            assertThat(answer.text("code")).isEqualTo("out-of-reach");
        }
        String message = cast.tove
                .get("/api/v1/messages/about/" + Cast.personIn(draft))
                .body()
                .get(0)
                .path("id")
                .asString();
        assertThat(kit.send("POST", "/api/v1/messages/" + message + "/drop", null)
                        .status())
                .isEqualTo(403);
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
        cast.finished(job);
    }

    @Test
    void nobodyGivesThemselvesMoreOrHandsOnMoreThanTheyReach() throws Exception {
        String id = made("kit.self", "PREPARE", "APPLY", "GOVERN");
        JsonNode draft = cast.newcomer(Cast.unique("kit.person"), number(), "keeper");
        String person = Cast.personIn(draft);
        cast.carried(draft);
        String path = "/api/v1/administrators/" + id;
        assertThat(cast.tove
                        .send("PUT", path + "/person", cast.tove.object("person", person))
                        .status())
                .isEqualTo(204);
        Browserless kit = Browserless.signedIn(cast.stage.address(), "kit.self", PASSWORD);
        JsonNode own = Newcomers.put(
                kit,
                kit.draft("More for me"),
                "assignment.give",
                Map.of(
                        "id", UUID.randomUUID().toString(),
                        "subject", "person:" + person,
                        "role", "night-keeper",
                        "tenant", "pelagia/north",
                        "area", "kelp-hall"));
        Answer refused = kit.apply(own);
        assertThat(refused.status()).as("%s", refused.body()).isEqualTo(403);
        assertThat(refused.body().toString()).contains("This draft would give you more access yourself");

        assertThat(reach(id, "pelagia/south", "").status()).isEqualTo(204);
        String other = made("kit.other", "PREPARE");
        assertThat(kit.send("PUT", "/api/v1/administrators/" + other + "/reach", kit.object())
                        .status())
                .isEqualTo(403);
        assertThat(kit.send("PUT", path + "/reach", kit.object()).status())
                .as("one's own reach")
                .isEqualTo(403);
        cast.tove.send("DELETE", path, null);
    }
}

package wexa.server;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.Patience.patiently;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.Browserless.Answer;

/** Several jobs about one object: what was decided last is what its tenant has in the end, and nothing that was stopped. */
class OrderTest {
    private Cast cast;

    @BeforeEach
    void open() throws Exception {
        cast = Cast.shared();
    }

    @AfterEach
    void answerAgain() throws Exception {
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
    }

    private void fallSilent() throws Exception {
        cast.stage.fault("pelagia-north", "UNAVAILABLE", 100_000, 0);
    }

    private String apply(JsonNode draft) throws Exception {
        Answer applied = cast.tove.apply(draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        return applied.text("job");
    }

    private JsonNode draft(String name, String form, Map<String, String> fields) throws Exception {
        return cast.put(cast.tove.draft(name), form, fields);
    }

    private JsonNode user(String account) throws Exception {
        String path = "Users?filter=externalId%20eq%20%22" + account + "%22";
        JsonNode listed = new JsonMapper()
                .readTree(cast.stage.tenant("pelagia-north", "GET", path, "").body());
        return listed.path("Resources").path(0);
    }

    private static String account(JsonNode newcomer) {
        return Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
    }

    private static String number() {
        return Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
    }

    private static List<String> details(JsonNode job, String state) {
        return Browserless.steps(job).stream()
                .filter(step -> step.path("state").asString().equals(state))
                .map(step -> step.path("detail").asString())
                .toList();
    }

    @Test
    void anAccountThatIsClosedWhileItsTenantIsSilentEndsClosed() throws Exception {
        JsonNode newcomer = cast.newcomer(Cast.unique("order"), number(), "keeper");
        String account =
                Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
        cast.carried(newcomer);
        fallSilent();
        String person = Cast.personIn(newcomer);
        String renamed = apply(draft("Rename", "person.edit", Map.of("person", person, "given", "Renamed")));
        String closed = apply(draft("Close", "account.close", Map.of("account", account)));
        String reopened = apply(draft("Rename again", "person.edit", Map.of("person", person, "given", "Again")));
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
        assertThat(cast.finished(closed).path("state").asString()).isEqualTo("DONE");
        JsonNode first = cast.finished(renamed);
        assertThat(details(first, "SUPERSEDED"))
                .isNotEmpty()
                .allMatch(words -> words.contains("changed again by changeset"));
        assertThat(first.path("superseded").asInt())
                .isEqualTo(details(first, "SUPERSEDED").size());
        assertThat(first.path("state").asString()).isEqualTo("DONE");
        cast.finished(reopened);
        JsonNode user = user(account);
        assertThat(user.path("active").asBoolean(true)).isFalse();
        assertThat(user.path("name").path("givenName").asString()).isEqualTo("Again");
    }

    @Test
    void anAccountThatIsTakenBackBeforeItsTenantAnswersIsNotOpen() throws Exception {
        JsonNode newcomer = cast.newcomer(Cast.unique("order"), number(), "keeper");
        String account =
                Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
        fallSilent();
        String opened = apply(newcomer);
        Answer closed = cast.tove.apply(draft("Close", "account.close", Map.of("account", account)));
        assertThat(closed.status()).isEqualTo(200);
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
        cast.finished(opened);
        if (!closed.body().path("job").isNull()) {
            cast.finished(closed.text("job"));
        }
        assertThat(user(account).path("active").asBoolean(false)).isFalse();
    }

    @Test
    void whatWasStoppedIsNotCarriedByALaterStep() throws Exception {
        JsonNode newcomer = cast.newcomer(Cast.unique("order"), number(), "keeper");
        cast.carried(newcomer);
        String account = account(newcomer);
        String person = Cast.personIn(newcomer);
        fallSilent();
        String first = apply(draft("First name", "person.edit", Map.of("person", person, "given", "Stopped")));
        patiently()
                .until(() -> cast.tove
                                .send("POST", "/api/v1/jobs/" + first + "/stop", cast.tove.object("reason", "wrong"))
                                .status()
                        == 200);
        String second = apply(draft("Last name", "person.edit", Map.of("person", person, "family", "Carried")));
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
        assertThat(cast.finished(second).path("state").asString()).isEqualTo("DONE");
        assertThat(user(account).path("name").path("familyName").asString()).isEqualTo("Carried");
        assertThat(user(account).path("name").path("givenName").asString()).isEqualTo("New");
    }
}

package wexa.server.messages;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;

/** Whoever is given work by hand is written to, once, with what is to be entered. */
class TaskNoticesTest {
    private final Cast cast = Cast.shared();
    private final String harbour = cast.find("/api/v1/tenants", "path", "mooring-book/harbour");

    TaskNoticesTest() throws Exception {}

    private String somebody(String stem) throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode draft = Newcomers.engaged(cast.tove, Cast.unique(stem), number, "office");
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        return Cast.personIn(draft);
    }

    /** The task of opening an account there. */
    private JsonNode task(String person) throws Exception {
        JsonNode draft = cast.put(
                cast.tove.draft("Boats"),
                "account.open",
                Map.of("id", UUID.randomUUID().toString(), "person", person, "tenant", "mooring-book/harbour"));
        String job = cast.tove.apply(draft).text("job");
        return patiently()
                .until(
                        () -> cast.tove
                                .get("/api/v1/tenants/" + harbour + "/tasks")
                                .body()
                                .path("tasks")
                                .valueStream()
                                .filter(task -> task.path("job").asString().equals(job))
                                .toList(),
                        found -> found.size() == 1)
                .getFirst();
    }

    private void isGivenTo(JsonNode task, String person) throws Exception {
        ObjectNode body = cast.tove.object("assignee", person);
        body.putArray("tasks").add(task.path("id").asString());
        assertThat(cast.tove
                        .send("PUT", "/api/v1/tenants/" + harbour + "/tasks/assignee", body)
                        .status())
                .isEqualTo(204);
    }

    private List<JsonNode> toldOf(String person) throws Exception {
        return cast.tove
                .get("/api/v1/messages/about/" + person)
                .body()
                .valueStream()
                .filter(one -> one.path("occasion").asString().equals("TASKS"))
                .toList();
    }

    @Test
    void whoIsGivenWorkIsWrittenToOnceAndNobodyIsOnceItIsDone() throws Exception {
        TaskNotices notices = cast.bean(TaskNotices.class);
        String doer = somebody("doer");
        JsonNode task = task(somebody("boats"));
        notices.round();
        assertThat(toldOf(doer)).isEmpty();

        isGivenTo(task, doer);
        notices.round();
        notices.round();
        JsonNode message = patiently()
                .until(
                        () -> toldOf(doer).getFirst(),
                        one -> one.path("state").asString().equals("SENT"));
        assertThat(toldOf(doer)).hasSize(1);
        String body = cast.tove
                .get("/api/v1/messages/" + message.path("id").asString())
                .body()
                .path("body")
                .asString();
        assertThat(body)
                .contains("Mooring Book Harbour", task.path("text").asString())
                .doesNotContain("{");

        // what is done before the message goes is not written about
        String late = somebody("late");
        JsonNode done = task(somebody("boats"));
        isGivenTo(done, late);
        ObjectNode confirmed = cast.tove.object();
        confirmed.putArray("tasks").add(done.path("id").asString());
        assertThat(cast.tove
                        .send("POST", "/api/v1/tenants/" + harbour + "/tasks/confirmation", confirmed)
                        .status())
                .isEqualTo(204);
        notices.round();
        assertThat(toldOf(late)).isEmpty();
    }

    @Test
    void theWorkOfWhoLeavesFallsToWhoDoesItUsually() throws Exception {
        String leaver = somebody("leaver");
        JsonNode task = task(somebody("boats"));
        isGivenTo(task, leaver);
        String usual = cast.tove
                .get("/api/v1/tenants/" + harbour + "/tasks")
                .body()
                .path("assignee")
                .path("id")
                .asString();
        JsonNode page = cast.tove.get("/api/v1/people/" + leaver).body();
        JsonNode draft = cast.put(
                cast.tove.draft("Leaves"),
                "engagement.end",
                Map.of("engagement", page.path("engagements").path(0).path("id").asString()));
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);

        String now = patiently()
                .until(
                        () -> cast.tove
                                .get("/api/v1/tenants/" + harbour + "/tasks")
                                .body()
                                .path("tasks")
                                .valueStream()
                                .filter(one -> one.path("id").equals(task.path("id")))
                                .map(one -> one.path("assignee").path("id").asString())
                                .findFirst()
                                .orElseThrow(),
                        one -> !one.equals(leaver));
        assertThat(now).isEqualTo(usual).isNotEmpty();
    }
}

package wexa.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Either process may stop in the middle: work goes on where it was, nothing is lost and nothing done twice. */
class RestartTest {
    @Test
    void aJobForATenantThatIsAwayOutlivesARestartOfBothProcesses(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder)) {
            Browserless tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            int port = stage.loseStandIns();
            String person = UUID.randomUUID().toString();
            JsonNode draft = tove.draft("Away");
            draft = tove.put(
                            draft,
                            "person.add",
                            Map.of(
                                    "id",
                                    person,
                                    "handle",
                                    "a.way",
                                    "given",
                                    "A",
                                    "family",
                                    "Way",
                                    "mail",
                                    "a.way@skerrow.example",
                                    "home",
                                    "skerrow"))
                    .body();
            draft = tove.put(
                            draft,
                            "engagement.begin",
                            Map.of(
                                    "person",
                                    person,
                                    "kind",
                                    "employee",
                                    "number",
                                    "60001",
                                    "unit",
                                    "office",
                                    "job",
                                    "Office",
                                    "from",
                                    "2026-11-23"))
                    .body();
            draft = tove.put(draft, "account.open", Map.of("person", person, "tenant", "rota-buoy/all"))
                    .body();
            String job = tove.apply(draft).text("job");
            await().atMost(Duration.ofSeconds(15))
                    .until(() ->
                            tove.get("/api/v1/jobs/" + job).body().toString().contains("cannot be reached"));
            stage.stopServer();
            stage.returnStandIns(port);
            stage.startServer();
            Browserless again = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            assertThat(again.get("/api/v1/people/" + person)
                            .body()
                            .path("person")
                            .path("handle")
                            .asString())
                    .isEqualTo("a.way");
            await().atMost(Duration.ofSeconds(40))
                    .until(() -> again.get("/api/v1/jobs/" + job)
                            .body()
                            .path("state")
                            .asString()
                            .equals("DONE"));
            JsonNode page = again.get("/api/v1/people/" + person).body();
            assertThat(page.path("accounts").path(0).path("square").asString()).isEqualTo("SAME");
        }
    }
}

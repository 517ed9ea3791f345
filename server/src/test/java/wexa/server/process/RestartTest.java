package wexa.server.process;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;
import wexa.server.testing.Stage;

/** Either process may stop in the middle: work goes on where it was, nothing is lost and nothing done twice. */
class RestartTest {
    @Test
    void aJobForATenantThatIsAwayOutlivesARestartOfBothProcesses(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder)) {
            Browserless tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            int port = stage.loseStandIns();
            JsonNode draft = Newcomers.engaged(tove, "a.way", "60001", "office");
            String person = Cast.personIn(draft);
            draft = tove.put(draft, "account.open", Map.of("person", person, "tenant", "rota-buoy/all"))
                    .body();
            String job = tove.apply(draft).text("job");
            patiently()
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
            patiently()
                    .until(() -> again.get("/api/v1/jobs/" + job)
                            .body()
                            .path("state")
                            .asString()
                            .equals("DONE"));
            JsonNode page = again.get("/api/v1/people/" + person).body();
            assertThat(page.path("accounts").path(0).path("square").asString()).isEqualTo("SAME");
        }
    }

    @Test
    void whoStartsNextWeekGetsIntoTheTenantWhenTheDayComesAlsoIfTheServerWasAway(@TempDir Path folder)
            throws Exception {
        try (Stage stage = new Stage(folder)) {
            Browserless tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            String wren = tove.get("/api/v1/people?q=wren.castellane")
                    .body()
                    .path("people")
                    .path(0)
                    .path("id")
                    .asString();
            JsonNode draft = tove.draft("Wren");
            draft = tove.put(draft, "account.open", Map.of("person", wren, "tenant", "pelagia/north"))
                    .body();
            String job = tove.apply(draft).text("job");
            patiently()
                    .until(() -> tove.get("/api/v1/jobs/" + job)
                            .body()
                            .path("state")
                            .asString()
                            .equals("DONE"));
            patiently().until(() -> stage.hasTicked());
            stage.stopServer();
            stage.moveClock(Duration.ofDays(8));
            stage.startServer();
            Browserless later = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            // whoever left meanwhile has an account in the harbour too, which somebody has to close by hand
            JsonNode carried = patiently()
                    .until(
                            () -> later.get("/api/v1/jobs/"
                                            + later.get("/api/v1/jobs")
                                                    .body()
                                                    .path(0)
                                                    .path("id")
                                                    .asString())
                                    .body(),
                            one -> one.path("name").asString().startsWith("Begins")
                                    && one.path("open").asInt()
                                            == one.path("byHand").asInt());
            assertThat(carried.path("refused").asInt()).isZero();
            assertThat(Browserless.steps(carried).toString()).contains("wren.castellane@skerrow.example");
            JsonNode page = later.get("/api/v1/people/" + wren).body();
            assertThat(page.path("person").path("standing").asString()).isEqualTo("HERE");
            assertThat(page.path("accounts").path(0).path("square").asString()).isEqualTo("SAME");
        }
    }
}

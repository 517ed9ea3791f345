package wexa.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import wexa.demo.ScenarioFiles;
import wexa.sandbox.Directories;
import wexa.sandbox.StandIns;

/**
 * A process that stands still for a minute in the middle of its requests outlives every lease that it holds. When it goes
 * on, its lanes are taken up a second time beside the threads that still wait for answers: nothing may be done twice.
 */
class PausedProcessTest {
    private static final Duration PAUSE = Duration.ofMinutes(1);

    @TempDir
    Path folder;

    private final JsonMapper json = new JsonMapper();

    @Test
    void aProcessThatStoodStillForAMinuteDoesNothingTwice() throws Exception {
        ScenarioFiles.write(folder.resolve("source"));
        try (StandIns tenants = new StandIns(
                        folder.resolve("source"),
                        folder.resolve("stand-ins"),
                        0,
                        0,
                        Clock.offset(Clock.systemUTC(), ServerProcess.OFFSET));
                Directories directories = new Directories(folder.resolve("source"), 0)) {
            ServerProcess server = new ServerProcess(folder, tenants, directories.port());
            Process process = server.start("");
            try {
                Browserless tove = server.whenUp();
                JsonNode draft = Newcomers.draft(tove, "pau.sed", "71001", "keeper");
                slow(tenants.port());
                String job = tove.apply(draft).text("job");
                await().atMost(Duration.ofSeconds(30))
                        .pollInterval(Duration.ofMillis(20))
                        .until(() -> Browserless.steps(
                                        tove.get("/api/v1/jobs/" + job).body())
                                .stream()
                                .anyMatch(step -> step.path("state").asString().equals("SENT")));
                signal(process, "STOP");
                Thread.sleep(PAUSE);
                signal(process, "CONT");
                JsonNode ended = await().atMost(Duration.ofSeconds(90))
                        .until(
                                () -> tove.get("/api/v1/jobs/" + job).body(),
                                one -> one.path("open").asInt(1) == 0);
                assertThat(ended.path("state").asString()).as("%s", ended).isEqualTo("DONE");
                String account = Cast.entry(draft, "account.open")
                        .path("fields")
                        .path("id")
                        .asString();
                assertThat(idsOnce(tenants.port(), "Users")).contains(account);
                for (String type : List.of("Groups", "Roles", "Assignments")) {
                    assertThat(idsOnce(tenants.port(), type)).isNotEmpty();
                }
            } finally {
                process.destroyForcibly();
            }
        }
    }

    private static void signal(Process process, String name) throws Exception {
        Process sent = new ProcessBuilder("kill", "-" + name, Long.toString(process.pid())).start();
        assertThat(sent.waitFor()).isZero();
    }

    private void slow(int port) throws Exception {
        ObjectNode body =
                json.createObjectNode().put("kind", "SLOW").put("times", 3).put("millis", 1_500);
        HttpRequest request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/pelagia-north/faults"))
                .POST(HttpRequest.BodyPublishers.ofString(body.toString()))
                .build();
        HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.discarding());
    }

    private Set<String> idsOnce(int port, String type) throws Exception {
        Set<String> seen = new HashSet<>();
        list(port, type)
                .valueStream()
                .map(one -> one.path("externalId").asString(""))
                .filter(id -> !id.isEmpty())
                .forEach(id -> assertThat(seen.add(id)).as("%s %s", type, id).isTrue());
        return seen;
    }

    private JsonNode list(int port, String type) throws Exception {
        String token = "";
        for (JsonNode tenant : json.readTree(Files.readString(folder.resolve("source/tenants.json")))) {
            token = tenant.path("key").asString().equals("pelagia-north")
                    ? tenant.path("token").asString()
                    : token;
        }
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + port + "/pelagia-north/scim/v2/" + type + "?count=10000"))
                .header("Authorization", "Bearer " + token)
                .build();
        return json.readTree(HttpClient.newHttpClient()
                        .send(request, HttpResponse.BodyHandlers.ofString())
                        .body())
                .path("Resources");
    }
}

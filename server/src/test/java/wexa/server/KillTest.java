package wexa.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.demo.ScenarioFiles;
import wexa.sandbox.Directories;
import wexa.sandbox.StandIns;

/** The server's process dies at a named place, without warning; started again, it ends the job right. */
class KillTest {
    @TempDir
    Path folder;

    /** What is done until the process dies, and how it stands when there is another one. */
    private interface Scene {
        void untilItDies(Browserless tove) throws Exception;

        void assertEndsRight(Browserless tove) throws Exception;
    }

    @ParameterizedTest(name = "killed at {0}")
    @ValueSource(strings = {"applied", "step-carried:3"})
    void aKilledServerEndsTheJobRight(String place) throws Exception {
        String[] person = new String[1];
        play(place, new Scene() {
            @Override
            public void untilItDies(Browserless tove) throws Exception {
                person[0] = applyAndDie(tove);
            }

            @Override
            public void assertEndsRight(Browserless tove) throws Exception {
                KillTest.assertEndsRight(tove, person[0]);
            }
        });
    }

    /** A message was marked as being handed in, and the process died: nobody knows, so that it is sent. */
    @Test
    void aMessageOfAKilledServerIsSent() throws Exception {
        String[] person = new String[1];
        play("message-marked", new Scene() {
            @Override
            public void untilItDies(Browserless tove) throws Exception {
                person[0] = applyAndDie(tove);
            }

            @Override
            public void assertEndsRight(Browserless tove) throws Exception {
                JsonNode sent = await().atMost(Duration.ofSeconds(60))
                        .until(
                                () -> tove.get("/api/v1/messages/about/" + person[0])
                                        .body()
                                        .path(0),
                                one -> one.path("state").asString().equals("SENT"));
                assertThat(sent.path("address").asString()).isEqualTo("kil.led@skerrow.example");
            }
        });
    }

    /** What a program pushed was kept, and the process died before anybody looked at it. */
    @Test
    void whatWasPushedToAKilledServerIsHeldOnce() throws Exception {
        play("pushed", new Scene() {
            @Override
            public void untilItDies(Browserless tove) throws Exception {
                ObjectNode service = tove.object("name", "season-hr");
                service.put("days", 1);
                String key = tove.send("POST", "/api/v1/services", service).text("key");
                String user = "{\"userName\": \"kil.pushed\", \"name\": {\"givenName\": \"Kil\","
                        + " \"familyName\": \"Pushed\"}}";
                try {
                    tove.sendText("POST", "/scim/v2/Users", user, "Authorization", "Bearer " + key);
                } catch (IOException died) {
                    // the answer was lost with the process: that is what is tested
                }
            }

            @Override
            public void assertEndsRight(Browserless tove) throws Exception {
                await().atMost(Duration.ofSeconds(30))
                        .untilAsserted(() -> assertThat(
                                        tove.get("/api/v1/policies/held").body())
                                .filteredOn(held -> held.path("name").asString().equals("Kil Pushed, from season-hr"))
                                .hasSize(1));
                assertThat(tove.get("/api/v1/services")
                                .body()
                                .path("pushed")
                                .path(0)
                                .path("state")
                                .asString())
                        .isEqualTo("HELD");
            }
        });
    }

    private void play(String place, Scene scene) throws Exception {
        ScenarioFiles.write(folder.resolve("source"));
        try (StandIns tenants = new StandIns(
                        folder.resolve("source"),
                        folder.resolve("stand-ins"),
                        0,
                        0,
                        Clock.offset(Clock.systemUTC(), ServerProcess.OFFSET));
                Directories directories = new Directories(folder.resolve("source"), 0)) {
            ServerProcess server = new ServerProcess(folder, tenants, directories.port());
            Process first = server.start(place);
            Process second = null;
            try {
                scene.untilItDies(server.whenUp());
                assertThat(first.waitFor(40, TimeUnit.SECONDS))
                        .as("the server dies at %s", place)
                        .isTrue();
                assertThat(first.exitValue()).isEqualTo(137);
                second = server.start("");
                scene.assertEndsRight(server.whenUp());
            } finally {
                first.destroyForcibly();
                if (second != null) {
                    second.destroyForcibly();
                }
            }
        }
    }

    private static String applyAndDie(Browserless tove) throws Exception {
        JsonNode draft = Newcomers.draft(tove, "kil.led", "70001", "keeper");
        try {
            tove.apply(draft);
        } catch (IOException died) {
            // the answer was lost with the process: that is what is tested
        }
        return Cast.personIn(draft);
    }

    private static void assertEndsRight(Browserless tove, String person) throws Exception {
        await().atMost(Duration.ofSeconds(60)).until(() -> {
            JsonNode job = tove.get("/api/v1/jobs").body().path(0);
            return job.path("state").asString().equals("DONE");
        });
        JsonNode page = tove.get("/api/v1/people/" + person).body();
        assertThat(page.path("accounts").path(0).path("square").asString()).isEqualTo("SAME");
        assertThat(page.path("roles").path(0).path("square").asString()).isEqualTo("SAME");
        assertThat(tove.get("/api/v1/people?q=kil.led").body().path("total").asInt())
                .isEqualTo(1);
        String north = page.path("accounts").path(0).path("tenantId").asString();
        JsonNode read = tove.send("POST", "/api/v1/tenants/" + north + "/readings", tove.object())
                .body();
        assertThat(read.path("differences")).isEmpty();
        assertThat(read.path("unknown")).hasSize(3);
    }
}

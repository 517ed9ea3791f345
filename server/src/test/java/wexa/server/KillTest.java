package wexa.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import wexa.demo.ScenarioFiles;
import wexa.sandbox.Directories;
import wexa.sandbox.StandIns;

/** The server's process dies at a named place, without warning; started again, it ends the job right. */
class KillTest {
    private static final Duration OFFSET = Duration.between(Instant.now(), Instant.parse("2026-11-23T08:00:00Z"));

    @TempDir
    Path folder;

    private Process start(int port, int tenants, int ldap, String halt) throws IOException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                "wexa.server.WexaServer",
                "--spring.profiles.active=demo",
                "--springdoc.api-docs.enabled=false",
                "--server.port=" + port,
                "--wexa.data=" + folder.resolve("data").toAbsolutePath(),
                "--wexa.clock-offset=" + OFFSET.toSeconds() + "s",
                "--wexa.request-limit=2s",
                "--wexa.halt-at=" + halt,
                "--wexa.demo.source=" + folder.resolve("source"),
                "--wexa.demo.stand-ins=http://127.0.0.1:" + tenants,
                "--wexa.demo.ldap-port=" + ldap));
        Files.createDirectories(folder.resolve("data"));
        return new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(
                        folder.resolve("server-" + UUID.randomUUID() + ".log").toFile())
                .start();
    }

    private static Browserless whenUp(int port) {
        URI address = URI.create("http://127.0.0.1:" + port);
        return await().atMost(Duration.ofSeconds(90))
                .pollInterval(Duration.ofMillis(300))
                .ignoreExceptions()
                .until(() -> Browserless.signedIn(address, "tove", "north-pier-2026"), browser -> true);
    }

    @ParameterizedTest(name = "killed at {0}")
    @ValueSource(strings = {"applied", "step-carried:3"})
    void aKilledServerEndsTheJobRight(String place) throws Exception {
        ScenarioFiles.write(folder.resolve("source"));
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        try (StandIns tenants = new StandIns(
                        folder.resolve("source"),
                        folder.resolve("stand-ins"),
                        0,
                        Clock.offset(Clock.systemUTC(), OFFSET));
                Directories directories = new Directories(folder.resolve("source"), 0)) {
            Process first = start(port, tenants.port(), directories.port(), place);
            Process second = null;
            try {
                String person = applyAndDie(whenUp(port));
                assertThat(first.waitFor(40, TimeUnit.SECONDS))
                        .as("the server dies at %s", place)
                        .isTrue();
                assertThat(first.exitValue()).isEqualTo(137);
                second = start(port, tenants.port(), directories.port(), "");
                assertEndsRight(whenUp(port), person);
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

package wexa.server.process;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.nio.file.Path;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;
import wexa.server.testing.Outside;
import wexa.server.testing.ServerProcess;

/**
 * A process that stands still for a minute in the middle of its requests outlives every lease that it holds. When it goes
 * on, its lanes are taken up a second time beside the threads that still wait for answers: nothing may be done twice.
 */
@Tag("long")
class PausedProcessTest {
    private static final String NORTH = "pelagia-north";
    private static final Duration PAUSE = Duration.ofMinutes(1);

    @TempDir
    Path folder;

    @Test
    void aProcessThatStoodStillForAMinuteDoesNothingTwice() throws Exception {
        try (Outside outside = new Outside(folder)) {
            ServerProcess server = outside.server();
            Process process = server.start("");
            try {
                Browserless tove = server.whenUp();
                JsonNode draft = Newcomers.draft(tove, "pau.sed", "71001", "keeper");
                outside.fault(NORTH, "{\"kind\":\"SLOW\",\"times\":3,\"millis\":1500}");
                String job = tove.apply(draft).text("job");
                patiently()
                        .pollInterval(Duration.ofMillis(20))
                        .until(() -> Browserless.steps(
                                        tove.get("/api/v1/jobs/" + job).body())
                                .stream()
                                .anyMatch(step -> step.path("state").asString().equals("SENT")));
                signal(process, "STOP");
                Thread.sleep(PAUSE);
                signal(process, "CONT");
                JsonNode ended = patiently()
                        .until(
                                () -> tove.get("/api/v1/jobs/" + job).body(),
                                one -> one.path("open").asInt(1) == 0);
                assertThat(ended.path("state").asString()).as("%s", ended).isEqualTo("DONE");
                String account = Cast.entry(draft, "account.open")
                        .path("fields")
                        .path("id")
                        .asString();
                assertThat(idsOnce(outside, "Users")).contains(account);
                for (String type : List.of("Groups", "Roles", "Assignments")) {
                    assertThat(idsOnce(outside, type)).isNotEmpty();
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

    private static Set<String> idsOnce(Outside outside, String type) throws Exception {
        Set<String> seen = new HashSet<>();
        outside.list(NORTH, type)
                .valueStream()
                .map(one -> one.path("externalId").asString(""))
                .filter(id -> !id.isEmpty())
                .forEach(id -> assertThat(seen.add(id)).as("%s %s", type, id).isTrue());
        return seen;
    }
}

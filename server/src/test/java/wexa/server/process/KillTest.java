package wexa.server.process;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Newcomers;
import wexa.server.testing.Outside;
import wexa.server.testing.ServerProcess;

/** The server's process dies at named places, one after the other, without warning; started again, it ends what it began. */
@Tag("long")
class KillTest {
    @TempDir
    Path folder;

    /** Where the process dies, what is done until then, and how it stands when there is another one. */
    private record Scene(String place, Act untilItDies, Act endsRight) {}

    private interface Act {
        void of(Browserless tove) throws Exception;
    }

    /** Each process is started to die at the next place, so that what it ends before must not come by there. */
    private static List<Scene> scenes() {
        return List.of(
                applying("step-carried:3", "kil.carried", "70001"),
                applying("applied", "kil.applied", "70002"),
                new Scene("pushed", KillTest::push, KillTest::assertHeldOnce),
                applying("message-marked", "kil.marked", "70003"));
    }

    private static Scene applying(String place, String handle, String number) {
        return new Scene(place, tove -> applyAndDie(tove, handle, number), tove -> assertEndsRight(tove, handle));
    }

    @Test
    void aKilledServerEndsRightWhatItBegan() throws Exception {
        try (Outside outside = new Outside(folder)) {
            ServerProcess server = outside.server();
            Act endsRight = tove -> assertThat(tove.get("/api/v1/jobs").body()).isEmpty();
            for (Scene scene : scenes()) {
                Act before = endsRight;
                whileUp(server, scene.place(), tove -> {
                    before.of(tove);
                    scene.untilItDies().of(tove);
                });
                endsRight = scene.endsRight();
            }
            whileUp(server, "", endsRight);
        }
    }

    /** Starts the process, and sees it die where it is to. */
    private static void whileUp(ServerProcess server, String place, Act act) throws Exception {
        Process process = server.start(place);
        try {
            act.of(server.whenUp());
            if (!place.isEmpty()) {
                assertThat(process.waitFor(40, TimeUnit.SECONDS))
                        .as("the server dies at %s", place)
                        .isTrue();
                assertThat(process.exitValue()).isEqualTo(137);
            }
        } finally {
            process.destroyForcibly();
        }
    }

    private static void applyAndDie(Browserless tove, String handle, String number) throws Exception {
        JsonNode draft = Newcomers.draft(tove, handle, number, "keeper");
        try {
            tove.apply(draft);
        } catch (IOException died) {
            // the answer was lost with the process: that is what is tested
        }
    }

    /** What a program pushed was kept, and the process died before anybody looked at it. */
    private static void push(Browserless tove) throws Exception {
        ObjectNode service = tove.object("name", "season-hr");
        service.put("days", 1);
        String key = tove.send("POST", "/api/v1/services", service).text("key");
        String user =
                "{\"userName\": \"kil.pushed\", \"name\": {\"givenName\": \"Kil\"," + " \"familyName\": \"Pushed\"}}";
        try {
            tove.sendText("POST", "/scim/v2/Users", user, "Authorization", "Bearer " + key);
        } catch (IOException died) {
            // the answer was lost with the process: that is what is tested
        }
    }

    private static void assertHeldOnce(Browserless tove) throws Exception {
        patiently()
                .untilAsserted(
                        () -> assertThat(tove.get("/api/v1/policies/held").body())
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

    /** Also the message: marked as being handed in when the process died, nobody knows, so that it is sent. */
    private static void assertEndsRight(Browserless tove, String handle) throws Exception {
        patiently().until(() -> {
            JsonNode job = tove.get("/api/v1/jobs").body().path(0);
            return job.path("state").asString().equals("DONE");
        });
        JsonNode found = tove.get("/api/v1/people?q=" + handle).body();
        assertThat(found.path("total").asInt()).isEqualTo(1);
        String person = found.path("people").path(0).path("id").asString();
        JsonNode page = tove.get("/api/v1/people/" + person).body();
        assertThat(page.path("accounts").path(0).path("square").asString()).isEqualTo("SAME");
        assertThat(page.path("roles").path(0).path("square").asString()).isEqualTo("SAME");
        String north = page.path("accounts").path(0).path("tenantId").asString();
        JsonNode read = tove.send("POST", "/api/v1/tenants/" + north + "/readings", tove.object())
                .body();
        assertThat(read.path("differences")).isEmpty();
        assertThat(read.path("unknown")).hasSize(3);
        JsonNode sent = patiently()
                .until(
                        () -> tove.get("/api/v1/messages/about/" + person)
                                .body()
                                .path(0),
                        one -> one.path("state").asString().equals("SENT"));
        assertThat(sent.path("address").asString()).isEqualTo(handle + "@skerrow.example");
    }
}

package wexa.server.database;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Stage;

/**
 * A data folder as an earlier version left it (schema 19): with an open draft, a change that is held, and a job whose steps
 * wait for a tenant that did not answer. It is opened, migrated, and gone on with.
 */
class FormerDataTest {
    @TempDir
    Path folder;

    private static void unpack(Path data) throws IOException {
        Files.createDirectories(data);
        try (InputStream kept = FormerDataTest.class.getResourceAsStream("/former/v19.zip");
                ZipInputStream zip = new ZipInputStream(kept)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                Files.copy(zip, data.resolve(entry.getName()));
            }
        }
    }

    @Test
    void isOpenedAndGoneOnWith() throws Exception {
        unpack(folder.resolve("data"));
        try (Stage stage = new Stage(folder)) {
            Browserless tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            JsonNode live = tove.get("/api/v1/drafts/live").body().path("drafts");
            String open = find(live, "Newcomer kept.open");
            JsonNode draft = tove.get("/api/v1/drafts/" + open).body();
            assertThat(Cast.states(draft)).hasSize(6).containsOnly("READY");
            assertThat(draft.path("reason").asString("none")).isEmpty();
            assertThat(draft.path("ticket").asString("none")).isEmpty();

            List<JsonNode> held =
                    tove.get("/api/v1/policies/held").body().valueStream().toList();
            assertThat(held).hasSize(1);
            JsonNode says = tove.get(
                            "/api/v1/drafts/" + held.getFirst().path("draft").asString())
                    .body();
            assertThat(Cast.states(says)).isNotEmpty().containsOnly("READY");

            JsonNode waiting = tove.get("/api/v1/jobs").body().path(0);
            assertThat(waiting.path("name").asString()).isEqualTo("Newcomer kept.waiting");
            JsonNode done = patiently()
                    .until(
                            () -> tove.get("/api/v1/jobs/" + waiting.path("id").asString())
                                    .body(),
                            job -> !job.path("state").asString().equals("RUNNING"));
            assertThat(done.path("state").asString()).as("%s", done).isEqualTo("DONE");
            assertArrived(tove, "kept.waiting");

            assertThat(tove.apply(draft).status()).isEqualTo(200);
            assertThat(tove.apply(says).status()).isEqualTo(200);
            assertLogIsWhole(tove);
        }
    }

    private static String find(JsonNode drafts, String name) {
        return drafts.valueStream()
                .filter(one -> one.path("name").asString().equals(name))
                .map(one -> one.path("id").asString())
                .findFirst()
                .orElseThrow();
    }

    private static void assertArrived(Browserless tove, String handle) throws Exception {
        String person = tove.get("/api/v1/people?q=" + handle)
                .body()
                .path("people")
                .path(0)
                .path("id")
                .asString();
        JsonNode page = tove.get("/api/v1/people/" + person).body();
        assertThat(page.path("accounts").path(0).path("square").asString()).isEqualTo("SAME");
        assertThat(page.path("roles").path(0).path("square").asString()).isEqualTo("SAME");
    }

    private static void assertLogIsWhole(Browserless tove) throws Exception {
        List<JsonNode> lines =
                tove.get("/api/v1/log").body().path("lines").valueStream().toList();
        assertThat(lines.getLast().path("number").asLong()).isEqualTo(1);
        for (int place = 1; place < lines.size(); place++) {
            assertThat(lines.get(place).path("number").asLong())
                    .isEqualTo(lines.get(place - 1).path("number").asLong() - 1);
        }
        JsonNode chain = tove.get("/api/v1/log/chain").body();
        assertThat(chain.has("broken")).as("%s", chain).isFalse();
        assertThat(chain.path("links").asLong())
                .isEqualTo(lines.getFirst().path("number").asLong());
    }
}

package wexa.server.testing;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.util.FileSystemUtils;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless.Answer;

/** The one stage that tests of the road share, started when the first of them needs it, and what they do on it. */
public final class Cast {
    private static Cast shared;

    public final Stage stage;
    public final Browserless tove;

    private Cast(Path folder) throws Exception {
        stage = new Stage(folder);
        tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
        patiently().until(this::allRead);
        AtExit.close(() -> close(folder));
    }

    private void close(Path folder) {
        try {
            stage.close();
            FileSystemUtils.deleteRecursively(folder);
        } catch (Exception late) {
            System.err.println("closing the stage: " + late);
        }
    }

    public static synchronized Cast shared() throws Exception {
        if (shared == null) {
            shared = new Cast(Files.createTempDirectory("wexa-stage"));
        }
        return shared;
    }

    public <T> T bean(Class<T> type) {
        return stage.bean(type);
    }

    /** A first reading that took too long on a busy machine is begun again. */
    private boolean allRead() throws Exception {
        boolean areRead = true;
        for (JsonNode tenant : tove.get("/api/v1/tenants").body()) {
            String state = tenant.path("reading").asString();
            if (state.equals("FAILED")) {
                tove.send("POST", "/api/v1/tenants/" + tenant.path("id").asString() + "/readings", tove.object());
            }
            areRead &= state.equals("DONE");
        }
        return areRead;
    }

    public String find(String path, String name, String value) throws Exception {
        for (JsonNode one : tove.get(path).body()) {
            if (one.path(name).asString().equals(value)) {
                return one.path("id").asString();
            }
        }
        throw new AssertionError(path + " has nothing with " + name + " " + value);
    }

    /** A draft that engages somebody new, with account and seat in Pelagia North and a role there. */
    public JsonNode newcomer(String handle, String number, String seat) throws Exception {
        return Newcomers.draft(tove, handle, number, seat);
    }

    public JsonNode put(JsonNode draft, String form, Map<String, String> fields) throws Exception {
        Answer answer = tove.put(draft, form, fields);
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer.body();
    }

    /** Puts changes that a plan of the server names into a draft. */
    public JsonNode putPlanned(JsonNode draft, List<JsonNode> changes) throws Exception {
        JsonNode latest = draft;
        for (JsonNode change : changes) {
            Map<String, String> fields = new HashMap<>();
            change.path("fields")
                    .properties()
                    .forEach(one -> fields.put(one.getKey(), one.getValue().asString()));
            latest = put(latest, change.path("form").asString(), fields);
        }
        return latest;
    }

    /** Writes an entry of the draft again, with some of its fields changed. */
    public JsonNode change(JsonNode draft, JsonNode entry, Map<String, String> changed) throws Exception {
        Map<String, String> fields = new HashMap<>();
        entry.path("fields")
                .properties()
                .forEach(one -> fields.put(one.getKey(), one.getValue().asString()));
        fields.putAll(changed);
        ObjectNode edits = tove.object();
        edits.putArray("taken");
        ObjectNode put = edits.putArray("put").addObject();
        put.put("id", entry.path("id").asString());
        put.put("form", entry.path("form").asString());
        fields.forEach(put.putObject("fields")::put);
        return tove.send(
                        "PUT",
                        "/api/v1/drafts/" + draft.path("id").asString() + "/entries",
                        edits,
                        "If-Match",
                        "\"" + draft.path("version").asLong() + "\"")
                .body();
    }

    /** The job when nothing of it is on its way any more. */
    public JsonNode finished(String job) {
        return patiently()
                .pollInterval(Duration.ofMillis(100))
                .until(
                        () -> tove.get("/api/v1/jobs/" + job).body(),
                        one -> !one.path("state").asString().equals("RUNNING"));
    }

    /** Applies a draft and follows its job to the end. */
    public JsonNode carried(JsonNode draft) throws Exception {
        Answer applied = tove.apply(draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        return finished(applied.text("job"));
    }

    public static JsonNode entry(JsonNode draft, String form) {
        for (JsonNode entry : draft.path("entries")) {
            if (entry.path("form").asString().equals(form)) {
                return entry;
            }
        }
        throw new AssertionError("no " + form + " in " + draft);
    }

    public static List<String> states(JsonNode draft) {
        return draft.path("entries")
                .valueStream()
                .map(entry -> entry.path("state").asString())
                .toList();
    }

    public static String personIn(JsonNode draft) {
        return entry(draft, "person.add").path("fields").path("id").asString();
    }

    /** A name that no other test has. */
    public static String unique(String stem) {
        return stem + "." + UUID.randomUUID().toString().substring(0, 8);
    }
}

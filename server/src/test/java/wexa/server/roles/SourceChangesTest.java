package wexa.server.roles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Cast;

/** A role that was started from another one is told what changed there since, and can take it over. */
class SourceChangesTest {
    private final Cast cast = Cast.shared();

    SourceChangesTest() throws Exception {}

    private JsonNode make(String key, Map<String, String> more) throws Exception {
        Map<String, String> fields = new HashMap<>(Map.of("key", key, "name", key, "description", "For a test"));
        fields.putAll(more);
        JsonNode draft = cast.put(cast.tove.draft("Role " + key), "role.make", fields);
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        return draft;
    }

    private void edit(String role, Map<String, String> more) throws Exception {
        Map<String, String> fields = new HashMap<>(more);
        fields.put("role", role);
        assertThat(cast.tove
                        .apply(cast.put(cast.tove.draft("Edit"), "role.edit", fields))
                        .status())
                .isEqualTo(200);
    }

    private JsonNode change(String role) throws Exception {
        return cast.tove
                .get("/api/v1/roles/" + cast.find("/api/v1/roles", "key", role))
                .body()
                .path("sourceChange");
    }

    @Test
    void whatTheSourceCameToHaveAndLostIsToldUntilItIsTakenOver() throws Exception {
        String source = Cast.unique("source").replace('.', '-');
        String copy = Cast.unique("copy").replace('.', '-');
        make(source, Map.of("sets", "shifts-own, on-call", "stage", "preparation"));
        make(copy, Map.of("sets", "shifts-own, on-call", "stage", "preparation", "source", source));
        assertThat(change(copy).isMissingNode() || change(copy).isNull()).isTrue();

        edit(source, Map.of("sets", "shifts-own, shifts-plan", "name", "Another name"));
        edit(source, Map.of("exclusions", "rota-buoy:leave:approve"));
        JsonNode change = change(copy);
        assertThat(change.path("words").toString())
                .contains("was added", "“On-call” was removed", "the exclusion of “Leave requests: approve” was added");

        Map<String, String> fields = new HashMap<>();
        change.path("fields")
                .properties()
                .forEach(one -> fields.put(one.getKey(), one.getValue().asString()));
        edit(copy, fields);
        assertThat(change(copy).isMissingNode() || change(copy).isNull()).isTrue();
        JsonNode page = cast.tove
                .get("/api/v1/roles/" + cast.find("/api/v1/roles", "key", copy))
                .body();
        assertThat(page.path("ingredients")
                        .valueStream()
                        .map(one -> one.path("key").asString()))
                .containsExactlyInAnyOrder("shifts-own", "shifts-plan");
    }
}

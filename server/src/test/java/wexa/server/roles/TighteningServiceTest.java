package wexa.server.roles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Cast;

/** What is said to be needed by nobody, put into a draft: nobody gains or loses anything by it. */
class TighteningServiceTest {
    private final Cast cast = Cast.shared();

    TighteningServiceTest() throws Exception {}

    @Test
    void allOfItInOneDraftTakesNothingFromAnybody() throws Exception {
        String role = cast.find("/api/v1/roles", "key", "water-chemist");
        JsonNode cluttered = cast.put(
                cast.tove.draft("A set too many"),
                "role.edit",
                Map.of("role", role, "sets", "water-record, water-run, water-read"));
        assertThat(cast.tove.apply(cluttered).status()).isEqualTo(200);
        JsonNode draft = cast.tove.draft("Tighten");
        int entries = 0;
        boolean isFound = false;
        for (JsonNode slack : cast.tove.get("/api/v1/roles/tightening").body()) {
            assertThat(slack.path("why")).as("%s", slack).isNotEmpty();
            if (slack.path("form").isString()) {
                Map<String, String> fields = new HashMap<>();
                slack.path("fields")
                        .properties()
                        .forEach(one -> fields.put(one.getKey(), one.getValue().asString()));
                draft = cast.put(draft, slack.path("form").asString(), fields);
                entries++;
                isFound |= slack.path("about").asString().equals(role)
                        && slack.path("why").toString().contains("Water readings, read");
            }
        }
        assertThat(isFound).as("the set that adds nothing").isTrue();
        assertThat(Cast.states(draft)).hasSize(entries).containsOnly("READY");
        assertThat(draft.path("summary").path("gains").asInt()).isZero();
        assertThat(draft.path("summary").path("losses").asInt()).isZero();
    }
}

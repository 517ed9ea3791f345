package wexa.server.groups;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Cast;

/** Groups over the road: made, filled, changed by rule, retired, and brought back. */
class GroupTest {
    private final Cast cast = Cast.shared();

    GroupTest() throws Exception {}

    private JsonNode shift(String group, JsonNode draft) throws Exception {
        return cast.tove
                .get("/api/v1/groups/" + group + "/shift?draft="
                        + draft.path("id").asString())
                .body();
    }

    @Test
    void aGroupIsMadeFilledNestedAndRetiredWithAllThatFallsWithIt() throws Exception {
        String id = UUID.randomUUID().toString();
        String key = Cast.unique("watch").replace('.', '-');
        JsonNode draft = cast.put(
                cast.tove.draft("Winter watch"),
                "group.make",
                Map.of(
                        "id",
                        id,
                        "key",
                        key,
                        "name",
                        "Watch " + key,
                        "description",
                        "Winter nights",
                        "tags",
                        "winter, night"));
        draft = cast.put(draft, "membership.put", Map.of("member", "group lagoon-keepers", "group", key));
        JsonNode shift = shift(id, draft);
        assertThat(shift.path("now").asInt()).isZero();
        assertThat(shift.path("joins").asInt()).isGreaterThan(20);
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);

        JsonNode newest = cast.tove.get("/api/v1/groups").body().path(0);
        assertThat(newest.path("touchedAt").asString()).as("%s", newest).isNotBlank();
        assertThat(cast.tove
                        .get("/api/v1/groups")
                        .body()
                        .valueStream()
                        .map(one -> one.path("key").asString()))
                .as("what was just made is among the first")
                .startsWith(newest.path("key").asString())
                .contains(key);
        JsonNode page = cast.tove.get("/api/v1/groups/" + id).body();
        assertThat(page.path("group").path("tags").valueStream().map(JsonNode::asString))
                .containsExactly("night", "winter");
        assertThat(page.path("group").path("people").asInt())
                .isEqualTo(shift.path("joins").asInt());
        assertThat(page.path("groups").path(0).path("name").asString()).isEqualTo("Lagoon keepers");
        String inner = page.path("groups").path(0).path("id").asString();
        assertThat(cast.tove
                        .get("/api/v1/groups/" + inner)
                        .body()
                        .path("within")
                        .path(0)
                        .path("id")
                        .asString())
                .isEqualTo(id);

        JsonNode retired = cast.put(cast.tove.draft("Retire"), "group.retire", Map.of("group", id));
        assertThat(retired.path("entries").path(0).path("sentence").asString())
                .isEqualTo("retire group " + key + " # 1 membership and 0 roles end with it");
        long version = cast.tove.apply(retired).body().path("changeset").asLong();
        assertThat(cast.tove.get("/api/v1/groups/" + id).status()).isEqualTo(404);

        JsonNode back = cast.tove
                .send("POST", "/api/v1/changesets/" + version + "/undo", cast.tove.object())
                .body();
        assertThat(Cast.states(back)).containsOnly("READY");
        assertThat(cast.tove.apply(back).status()).isEqualTo(200);
        assertThat(cast.tove.get("/api/v1/groups/" + id).body().path("groups").size())
                .isEqualTo(1);
    }

    @Test
    void editingARuleShowsWhoComesInAndWhoGoesOut() throws Exception {
        String id = cast.find("/api/v1/groups", "key", "all-volunteers");
        JsonNode rule = cast.tove.get("/api/v1/groups/" + id).body().path("rule");
        assertThat(rule.path("kinds").path(0).asString()).isEqualTo("volunteer");
        JsonNode draft = cast.put(
                cast.tove.draft("Contractors instead"), "group.edit", Map.of("group", id, "kinds", "contractor"));
        JsonNode shift = shift(id, draft);
        assertThat(shift.path("leaves").asInt())
                .isEqualTo(shift.path("now").asInt())
                .isGreaterThan(100);
        assertThat(shift.path("joins").asInt())
                .isEqualTo(shift.path("then").asInt())
                .isPositive();
        assertThat(shift.path("joining").size()).isLessThanOrEqualTo(20);
        JsonNode none = cast.change(draft, Cast.entry(draft, "group.edit"), Map.of("kinds", ""));
        assertThat(none.path("entries").path(0).path("state").asString()).isEqualTo("TO_SETTLE");
        assertThat(none.toString()).contains("At least one engagement type, unit or job is needed.");
    }
}

package wexa.server.roles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** From the work to the role: what is offered agrees with what the roles and sets give. */
class WorkTest {
    private final Cast cast = Cast.shared();

    WorkTest() throws Exception {}

    private Answer cover(List<String> permissions) throws Exception {
        ObjectNode input = cast.tove.object();
        ArrayNode wanted = input.putArray("permissions");
        permissions.forEach(wanted::add);
        return cast.tove.send("POST", "/api/v1/roles/cover", input);
    }

    private static Set<String> permissions(JsonNode views) {
        Set<String> found = new HashSet<>();
        views.forEach(one -> found.add(one.path("permission").asString()));
        return found;
    }

    private Set<String> given(String role) throws Exception {
        Set<String> found = new HashSet<>();
        for (JsonNode line : cast.tove.get("/api/v1/roles/" + role).body().path("lines")) {
            if (line.path("given").asBoolean()) {
                found.add(line.path("permission").asString());
            }
        }
        return found;
    }

    @Test
    void everyTaskIsCoveredAsTheRolesThemselvesSay() throws Exception {
        int tasks = 0;
        for (JsonNode app : cast.tove.get("/api/v1/roles/work").body()) {
            for (JsonNode task : app.path("tasks")) {
                List<String> needs =
                        task.path("needs").valueStream().map(JsonNode::asString).toList();
                JsonNode found = cover(needs).body();
                assertThat(found.path("roles")).as("%s", task).isNotEmpty();
                for (JsonNode role : found.path("roles")) {
                    Set<String> given = given(role.path("id").asString());
                    Set<String> lacks = new HashSet<>(needs);
                    lacks.removeAll(given);
                    Set<String> excess = new HashSet<>(given);
                    excess.removeAll(needs);
                    assertThat(permissions(role.path("lacks"))).isEqualTo(lacks);
                    assertThat(permissions(role.path("excess"))).isEqualTo(excess);
                }
                assertThat(found.path("sets").path("missing")).isEmpty();
                assertThat(found.path("sets").path("isBest").asBoolean()).isTrue();
                tasks++;
            }
        }
        assertThat(tasks).isGreaterThan(12);
    }

    @Test
    void theDearestExcessIsAvoidedThoughItIsOnePermissionOnly() throws Exception {
        JsonNode found =
                cover(List.of("quayside:refund:see", "quayside:till:sell")).body();
        assertThat(found.path("roles").get(0).path("key").asString())
                .as("till leads approve refunds, which is privileged")
                .isEqualTo("till-clerk");
        assertThat(permissions(found.path("sets").path("excess"))).doesNotContain("quayside:refund:approve");
        JsonNode both = cover(List.of("quayside:refund:issue", "quayside:refund:approve"))
                .body();
        assertThat(both.path("sets").path("conflicts").get(0).asString()).isEqualTo("Issues a refund and approves it");
        assertThat(both.path("seats").get(0).path("seat").asString()).isEqualTo("Handheld");
    }

    @Test
    void whatIsNoPermissionIsRefused() throws Exception {
        Answer answer = cover(List.of("pelagia:animal:stroke"));
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.body().toString()).contains("permissions", "is not a permission of any application");
        assertThat(cover(List.of("nonsense")).status()).isEqualTo(400);
        assertThat(cover(List.of()).status()).isEqualTo(400);
    }

    @Test
    void whatSomebodyHoldsAlreadyIsLeftOut() throws Exception {
        String ines = cast.tove
                .get("/api/v1/people?q=ines.abara")
                .body()
                .path("people")
                .path(0)
                .path("id")
                .asString();
        List<String> work = List.of("pelagia:animal:see", "quayside:refund:approve");
        JsonNode lacking = lacking(work, "person:" + ines).body();
        assertThat(lacking.path("held").toString()).contains("pelagia:animal:see", "Pelagia North");
        assertThat(lacking.path("needed")
                        .valueStream()
                        .map(one -> one.path("permission").asString()))
                .containsExactly("quayside:refund:approve");
        String keepers = cast.find("/api/v1/groups", "key", "lagoon-keepers");
        JsonNode group = lacking(work, "group:" + keepers).body();
        assertThat(group.path("held").toString()).contains("Pelagia North, Lagoon Hall");
        assertThat(lacking(work, "person:" + keepers).status()).isEqualTo(400);
        assertThat(lacking(work, "nobody").body().toString()).contains("no such person or group");
    }

    private Answer lacking(List<String> permissions, String who) throws Exception {
        ObjectNode input = cast.tove.object("who", who);
        permissions.forEach(input.putArray("permissions")::add);
        return cast.tove.send("POST", "/api/v1/roles/cover", input);
    }
}

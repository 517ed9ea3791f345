package wexa.server.inbound;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Cast;

/** A job change that a program pushes is on the Desk until somebody has looked at what it changes. */
class PushedMovesTest extends Pushing {
    PushedMovesTest() throws Exception {}

    private List<JsonNode> onTheDesk(String person) throws Exception {
        return cast.tove
                .get("/api/v1/desk")
                .body()
                .path("items")
                .valueStream()
                .filter(line -> line.path("kind").asString().equals("MOVED"))
                .filter(line -> line.path("target").asString().equals(person))
                .toList();
    }

    @Test
    void aMoveIsOnTheDeskUntilSomebodySettlesIt() throws Exception {
        policy("PASS", 10, 50);
        ObjectNode user = user(Cast.unique("moves"), "61031");
        String id = created(user).path("id").asString();
        String person = pushed(id).path("person").asString();
        assertThat(onTheDesk(person)).isEmpty();
        user.put("title", "Diver");
        assertThat(scim("PUT", "/Users/" + id, user).statusCode()).isEqualTo(200);
        JsonNode engagement = cast.tove
                .get("/api/v1/people/" + person)
                .body()
                .path("engagements")
                .path(0);
        assertThat(onTheDesk(person))
                .singleElement()
                .satisfies(line -> assertThat(line.toString()).contains("is now Diver", "Was Keeper"));
        ObjectNode wanted = json.createObjectNode();
        wanted.put("kind", "EMPLOYEE");
        wanted.put("unit", engagement.path("unitId").asString());
        wanted.put("job", "Diver");
        wanted.put("graceDays", 14);
        String move = "/api/v1/people/" + person + "/move";
        JsonNode brought = cast.tove.send("POST", move, wanted).body().path("brought");
        assertThat(brought.path("job").asString()).isEqualTo("Keeper");
        assertThat(cast.tove
                        .send("POST", move + "/settled", json.createObjectNode())
                        .status())
                .isEqualTo(204);
        assertThat(onTheDesk(person)).isEmpty();
        assertThat(cast.tove
                        .send("POST", move + "/settled", json.createObjectNode())
                        .text("code"))
                .isEqualTo("move.settled");
    }
}

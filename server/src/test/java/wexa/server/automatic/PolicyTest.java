package wexa.server.automatic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;

/** Setting the policies for automatic changes: who sets one answers for it, and limits that cannot be are refused by their field. */
class PolicyTest {
    private final Cast cast = Cast.shared();

    PolicyTest() throws Exception {}

    @AfterEach
    void everythingIsHeldAgain() throws Exception {
        assertThat(set("INBOUND", "HOLD", 10, 5).status()).isEqualTo(204);
    }

    private Browserless.Answer set(String origin, String mode, int people, int percent) throws Exception {
        ObjectNode input = cast.tove.object("mode", mode);
        input.put("mostPeople", people);
        input.put("mostPercent", percent);
        return cast.tove.send("PUT", "/api/v1/policies/" + origin, input);
    }

    private JsonNode policy(String origin) throws Exception {
        return cast.tove
                .get("/api/v1/policies")
                .body()
                .valueStream()
                .filter(one -> one.path("origin").asString().equals(origin))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aPolicyThatNobodySetHoldsEverythingAndIsNobodys() throws Exception {
        JsonNode directory = policy("DIRECTORY");
        assertThat(directory.path("mode").asString()).isEqualTo("HOLD");
        assertThat(directory.path("owner").asString("")).isEmpty();
    }

    @Test
    void whoSetsAPolicyAnswersForItAndTheLogSaysSo() throws Exception {
        assertThat(set("inbound", "PASS", 7, 3).status())
                .as("names of origins in any case")
                .isEqualTo(204);
        JsonNode policy = policy("INBOUND");
        assertThat(policy.path("mode").asString()).isEqualTo("PASS");
        assertThat(policy.path("mostPeople").asInt()).isEqualTo(7);
        assertThat(policy.path("mostPercent").asInt()).isEqualTo(3);
        assertThat(policy.path("owner").asString()).isEqualTo("tove");
        assertThat(policy.path("changedAt").asString()).startsWith("2026-11-23T");
        assertThat(cast.tove
                        .get("/api/v1/log?q=let%20changes%20from%20inbound")
                        .body()
                        .toString())
                .contains("let changes from inbound pass up to 7 people and 3 percent");
    }

    @Test
    void limitsThatCannotBeAreRefusedByTheirField() throws Exception {
        for (List<Integer> wrong : List.of(List.of(-1, 5), List.of(1, 101), List.of(1, -1), List.of(100_001, 5))) {
            Browserless.Answer answer = set("INBOUND", "PASS", wrong.get(0), wrong.get(1));
            assertThat(answer.status()).as("%s", wrong).isEqualTo(400);
            assertThat(answer.body().path("fields").path(0).path("field").asString())
                    .isIn("mostPeople", "mostPercent");
        }
        assertThat(set("INBOUND", "MAYBE", 1, 1).status()).isEqualTo(400);
        assertThat(set("NOWHERE", "HOLD", 1, 1).status()).isEqualTo(404);
        assertThat(policy("INBOUND").path("mode").asString()).isEqualTo("HOLD");
    }
}

package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Lookers;

/** Somebody changes jobs: the plan tells what goes, stays and comes, and its draft does just that. */
class MoveTest {
    private final Cast cast = Cast.shared();

    MoveTest() throws Exception {}

    /** A keeper of Lagoon Hall, as those there are; and in the group of first aiders, as few are. */
    private String keeper() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(700_000, 900_000));
        JsonNode draft = cast.newcomer(Cast.unique("mover"), number, "reader");
        String person = Cast.personIn(draft);
        draft = cast.put(draft, "membership.put", Map.of("member", "person:" + person, "group", "first-aiders"));
        cast.carried(draft);
        return person;
    }

    private String unit(String key) throws Exception {
        return cast.find("/api/v1/units", "key", key);
    }

    private ObjectNode wanted(String job, String unit, int graceDays) throws Exception {
        ObjectNode wanted = cast.tove.object("kind", "EMPLOYEE", "job", job, "unit", unit(unit));
        return wanted.put("graceDays", graceDays);
    }

    private Answer plan(Browserless by, String person, ObjectNode wanted) throws Exception {
        return by.send("POST", "/api/v1/people/" + person + "/move", wanted);
    }

    private static JsonNode item(JsonNode move, String name) {
        return move.path("items")
                .valueStream()
                .filter(one -> one.path("name").asString().equals(name))
                .findFirst()
                .orElseThrow(() -> new AssertionError(name + " is not in " + move));
    }

    @Test
    void theFormerGroupGoesTheNewOneComesAndWhatWasGivenToThePersonStays() throws Exception {
        String person = keeper();

        JsonNode move =
                plan(cast.tove, person, wanted("Keeper", "south-bay", 14)).body();

        assertThat(item(move, "Lagoon keepers").path("column").asString()).isEqualTo("GOES");
        assertThat(item(move, "Lagoon keepers")
                        .path("changes")
                        .path(0)
                        .path("fields")
                        .has("until"))
                .isTrue();
        assertThat(item(move, "South Bay keepers").path("column").asString()).isEqualTo("COMES");
        assertThat(item(move, "First aiders").path("why").asString()).isEqualTo("PERSONAL");
        assertThat(item(move, "First aiders").path("isProposed").asBoolean()).isFalse();
        assertThat(item(move, "All staff").path("why").asString()).isEqualTo("RULE");
        assertThat(item(move, "Account in Pelagia South").path("column").asString())
                .isEqualTo("COMES");
        assertThat(move.path("edit").path("fields").has("unit")).isTrue();
        assertThat(move.path("next").size()).isPositive();

        JsonNode draft = cast.tove.draft("Moves");
        List<JsonNode> changes = new ArrayList<>(List.of(move.path("edit")));
        move.path("items").forEach(one -> {
            if (one.path("isProposed").asBoolean()) {
                one.path("changes").forEach(changes::add);
            }
        });
        draft = cast.putPlanned(draft, changes);
        assertThat(Cast.states(draft)).as("%s", draft).containsOnly("READY");
        JsonNode job = cast.carried(draft);
        // of the keepers' role South lacks a permission, which its answers tell
        assertThat(job.path("refused").asInt() + job.path("open").asInt())
                .as("%s", job)
                .isZero();

        JsonNode page = cast.tove.get("/api/v1/people/" + person).body();
        assertThat(page.path("engagements").path(0).path("unit").asString()).isEqualTo("South Bay");
        assertThat(page.toString()).contains("South Bay keepers", "Lagoon keepers");
        JsonNode again =
                plan(cast.tove, person, wanted("Keeper", "south-bay", 14)).body();
        assertThat(again.path("edit").isNull() || again.path("edit").isMissingNode())
                .isTrue();
        assertThat(item(again, "South Bay keepers").path("column").asString()).isEqualTo("STAYS");
    }

    @Test
    void withoutGraceEverythingEndsAtOnceAndAContractorKeepsTheAccounts() throws Exception {
        String person = keeper();
        ObjectNode wanted = wanted("Keeper", "lagoon-hall", 0)
                .put("kind", "CONTRACTOR")
                .put("number", "C-" + person.substring(0, 6));

        JsonNode move = plan(cast.tove, person, wanted).body();

        assertThat(item(move, "Account in Pelagia North").path("column").asString())
                .isEqualTo("STAYS");
        assertThat(item(move, "All staff").path("column").asString()).isEqualTo("GOES");
        assertThat(move.path("edit").path("fields").path("kind").asString()).isEqualTo("contractor");
        assertThat(move.path("edit").path("fields").path("number").asString()).startsWith("C-");
        JsonNode away =
                plan(cast.tove, person, wanted("Keeper", "south-bay", 0)).body();
        assertThat(item(away, "Lagoon keepers")
                        .path("changes")
                        .path(0)
                        .path("fields")
                        .has("until"))
                .isFalse();
        assertThat(away.path("until").isNull() || away.path("until").isMissingNode())
                .isTrue();
    }

    @Test
    void whatCannotBeIsRefusedWithItsField() throws Exception {
        String person = keeper();
        assertThat(plan(cast.tove, person, wanted("Keeper", "south-bay", 400))
                        .body()
                        .toString())
                .contains("graceDays");
        assertThat(plan(cast.tove, person, wanted("Keeper", "south-bay", 1).put("manager", person))
                        .body()
                        .toString())
                .contains("move.manager");
        assertThat(plan(cast.tove, person, wanted("Keeper", "south-bay", 1).put("engagement", person))
                        .body()
                        .toString())
                .contains("move.engagement");
        String left = cast.tove
                .get("/api/v1/people?q=linnet.hargreave")
                .body()
                .path("people")
                .path(0)
                .path("id")
                .asString();
        assertThat(plan(cast.tove, left, wanted("Keeper", "south-bay", 1)).text("code"))
                .isEqualTo("move.not-engaged");
        Browserless south = Lookers.looker(cast, List.of(), List.of("south-bay"));
        assertThat(plan(south, person, wanted("Keeper", "south-bay", 1)).status())
                .isEqualTo(403);
        Browserless north = Lookers.looker(cast, List.of("pelagia/north"), List.of("lagoon-hall"));
        JsonNode seen = plan(north, person, wanted("Keeper", "south-bay", 1)).body();
        assertThat(seen.path("hidden").asInt()).isPositive();
        assertThat(seen.toString()).doesNotContain("Pelagia South");
    }
}

package wexa.server.roles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Cast;

/** Composing a role in a draft: what the composer shows agrees with the draft's own review. */
class RoleComposingTest {
    private final Cast cast = Cast.shared();

    RoleComposingTest() throws Exception {}

    private String role(String key) throws Exception {
        return cast.find("/api/v1/roles", "key", key);
    }

    private JsonNode page(String role, JsonNode draft) throws Exception {
        return cast.tove
                .get("/api/v1/roles/" + role + "?draft=" + draft.path("id").asString())
                .body();
    }

    private JsonNode effect(String role, JsonNode draft) throws Exception {
        return cast.tove
                .get("/api/v1/roles/" + role + "/effect?draft="
                        + draft.path("id").asString())
                .body();
    }

    private static Map<String, String> presences(JsonNode page) {
        return page.path("ingredients")
                .valueStream()
                .collect(Collectors.toMap(
                        one -> one.path("key").asString(),
                        one -> one.path("presence").asString()));
    }

    private static JsonNode line(JsonNode page, String permission) {
        return page.path("lines")
                .valueStream()
                .filter(line -> line.path("permission").asString().equals(permission))
                .findFirst()
                .orElseThrow();
    }

    /** Names of people in the review who gain, or lose, an action on a type of record. */
    private Set<String> reviewed(JsonNode draft, String side, String type, String action) throws Exception {
        JsonNode review = cast.tove
                .get("/api/v1/drafts/" + draft.path("id").asString() + "/review")
                .body();
        assertThat(review.path("morePeople").asInt()).as("all are on the page").isZero();
        Set<String> names = new HashSet<>();
        for (JsonNode person : review.path("people")) {
            for (JsonNode shift : person.path(side)) {
                boolean isIt = shift.path("record").asString().equals(type)
                        && shift.path("actions")
                                .valueStream()
                                .anyMatch(one -> one.asString().equals(action));
                if (isIt) {
                    names.add(person.path("name").asString());
                }
            }
        }
        return names;
    }

    private static int people(JsonNode effect, String side, String permission) {
        return effect.path(side)
                .valueStream()
                .filter(one -> one.path("permission").asString().equals(permission))
                .mapToInt(one -> one.path("people").asInt())
                .findFirst()
                .orElse(0);
    }

    @Test
    void theEffectCountsWhomTheReviewNames() throws Exception {
        String vet = role("vet");
        JsonNode draft = cast.put(
                cast.tove.draft("Vets run checks"),
                "role.edit",
                Map.of("role", vet, "sets", "treatments-record, water-run", "exclusions", "pelagia:treatment:remove"));
        JsonNode effect = effect(vet, draft);
        Set<String> gain = reviewed(draft, "gains", "Water readings", "run check");
        Set<String> lose = reviewed(draft, "losses", "Treatments", "remove");
        assertThat(gain).isNotEmpty();
        assertThat(lose).isNotEmpty();
        assertThat(people(effect, "gains", "pelagia:water-reading:run-check")).isEqualTo(gain.size());
        assertThat(people(effect, "losses", "pelagia:treatment:remove")).isEqualTo(lose.size());
        assertThat(effect.path("holders").asInt()).isGreaterThanOrEqualTo(gain.size());
        assertThat(effect.path("tenants").valueStream().map(JsonNode::asString)).contains("Pelagia North");
    }

    @Test
    void thePageShowsWhatIsAddedAndTakenOutAndWhatComesOfIt() throws Exception {
        String senior = role("senior-keeper");
        JsonNode draft = cast.put(
                cast.tove.draft("Senior keepers run checks"),
                "role.edit",
                Map.of("role", senior, "sets", "water-run, animals-read", "exclusions", ""));
        JsonNode page = page(senior, draft);
        assertThat(presences(page))
                .containsEntry("keeper", "KEPT")
                .containsEntry("water-run", "ADDED")
                .containsEntry("treatments-record", "REMOVED");
        JsonNode redundant = page.path("ingredients")
                .valueStream()
                .filter(one -> one.path("redundant").asBoolean())
                .collect(Collectors.collectingAndThen(Collectors.toList(), List::getFirst));
        assertThat(redundant.path("key").asString())
                .as("a keeper sees animals anyway")
                .isEqualTo("animals-read");
        assertThat(line(page, "pelagia:water-reading:run-check").path("given").asBoolean())
                .isTrue();
        assertThat(line(page, "pelagia:water-reading:run-check")
                        .path("wasGiven")
                        .asBoolean())
                .isFalse();
        assertThat(line(page, "pelagia:treatment:record").path("given").asBoolean())
                .isFalse();
        assertThat(line(page, "pelagia:treatment:record").path("wasGiven").asBoolean())
                .isTrue();
        assertThat(page.path("entry").path("state").asString()).isEqualTo("READY");
    }

    @Test
    void aNewRoleIsShownBeforeItIsThere() throws Exception {
        String id = UUID.randomUUID().toString();
        String key = Cast.unique("pool").replace('.', '-');
        JsonNode draft = cast.put(
                cast.tove.draft("A new role"),
                "role.make",
                Map.of(
                        "id",
                        id,
                        "key",
                        key,
                        "name",
                        "Pool hand",
                        "description",
                        "Looks after a pool",
                        "sets",
                        "water-run",
                        "stage",
                        "preparation"));
        JsonNode page = page(id, draft);
        assertThat(page.path("role").path("name").asString()).isEqualTo("Pool hand");
        assertThat(page.path("role").path("stage").asString()).isEqualTo("PREPARATION");
        assertThat(page.path("does").get(0).asString()).isEqualTo("Water readings: run check");
        assertThat(effect(id, draft).path("holders").asInt()).isZero();
        JsonNode given = cast.put(
                draft,
                "assignment.give",
                Map.of(
                        "subject", "group:curators",
                        "role", key,
                        "tenant", "pelagia/north",
                        "area", "lagoon-hall"));
        assertThat(given.path("entries").get(1).path("findings").toString()).contains("is in preparation");
        assertThat(cast.tove.get("/api/v1/roles/" + id).status()).isEqualTo(404);
    }

    @Test
    void whatWouldGoRoundInACircleIsSaidBeforeAndRefusedAfter() throws Exception {
        String reader = role("animal-reader");
        JsonNode offers =
                cast.tove.get("/api/v1/roles/" + reader + "/offers?q=keeper").body();
        JsonNode keeper = offers.valueStream()
                .filter(one -> one.path("key").asString().equals("keeper"))
                .findFirst()
                .orElseThrow();
        assertThat(keeper.path("isCircle").asBoolean()).isTrue();
        JsonNode draft =
                cast.put(cast.tove.draft("A circle"), "role.edit", Map.of("role", reader, "includes", "senior-keeper"));
        JsonNode page = page(reader, draft);
        assertThat(page.path("entry").path("findings").get(0).path("text").asString())
                .contains("animal-reader → senior-keeper → keeper → animal-reader");
        assertThat(presences(page)).containsEntry("senior-keeper", "ADDED");
        assertThat(effect(reader, draft).path("holders").asInt()).isZero();
    }

    @Test
    void aRoleWithBothSidesOfARuleIsSaidToConflictWithItself() throws Exception {
        String lead = role("till-lead");
        JsonNode draft = cast.put(
                cast.tove.draft("All about refunds"),
                "role.edit",
                Map.of("role", lead, "sets", "tills, refunds-approve, refunds-issue, stock"));
        JsonNode page = page(lead, draft);
        assertThat(page.path("entry").path("state").asString())
                .as("the rule blocks")
                .isEqualTo("TO_SETTLE");
        assertThat(page.path("entry").path("findings").toString())
                .contains("role.both-sides-blocked", "Issues a refund and approves it");
        JsonNode curator = cast.put(
                cast.tove.draft("Curators record"),
                "role.edit",
                Map.of("role", role("curator"), "sets", "treatments-approve, treatments-record"));
        JsonNode effect = effect(role("curator"), curator);
        assertThat(effect.path("conflicts").get(0).asString()).isEqualTo("Records a treatment and approves it");
    }

    @Test
    void whateverElseIsInTheDraftDoesNotCountAsTheRolesDoing() throws Exception {
        String vet = role("vet");
        JsonNode draft = cast.put(
                cast.tove.draft("Vets and a unit"),
                "role.edit",
                Map.of("role", vet, "sets", "treatments-record, water-run"));
        JsonNode alone = effect(vet, draft);
        draft = cast.put(
                draft,
                "assignment.give",
                Map.of(
                        "subject", "group:curators",
                        "role", "vet",
                        "tenant", "pelagia/south",
                        "area", "south-bay"));
        JsonNode with = effect(vet, draft);
        assertThat(with.path("gains")).isEqualTo(alone.path("gains"));
        assertThat(with.path("holders")).isEqualTo(alone.path("holders"));
    }

    @Test
    void aNameThatCannotBeReadDoesNotTakeTheComposerAway() throws Exception {
        String id = UUID.randomUUID().toString();
        JsonNode draft = cast.put(
                cast.tove.draft("A role without a name"),
                "role.make",
                Map.of("id", id, "key", "Not a short name", "name", "", "sets", "water-run"));
        JsonNode page = page(id, draft);
        assertThat(page.path("entry").path("state").asString()).isEqualTo("TO_SETTLE");
        assertThat(page.path("does").get(0).asString()).isEqualTo("Water readings: run check");
        assertThat(page.path("entry")
                        .path("findings")
                        .valueStream()
                        .map(one -> one.path("path").asString()))
                .contains("key", "name");
        assertThat(effect(id, draft).path("holders").asInt()).isZero();
    }
}

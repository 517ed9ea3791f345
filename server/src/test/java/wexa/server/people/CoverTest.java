package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.roles.Approving;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;
import wexa.server.testing.TenantAnswers;

/** Somebody covers for a colleague: what they get holds in the tenant for as long as the absence, and no longer. */
class CoverTest {
    private static final Permission WALK = Permission.of("pelagia:night-round:walk");

    private final Cast cast = Cast.shared();

    CoverTest() throws Exception {}

    private String newcomer(boolean withRole) throws Exception {
        String handle = Cast.unique("cover");
        String number = "C" + UUID.randomUUID().toString().substring(0, 8);
        JsonNode draft = withRole
                ? cast.newcomer(handle, number, "keeper")
                : Newcomers.withAccount(cast.tove, handle, number, "keeper");
        JsonNode job = cast.carried(draft);
        assertThat(job.path("state").asString()).isEqualTo("DONE");
        return Cast.personIn(draft);
    }

    private JsonNode cover(String absent, String by) throws Exception {
        return cast.tove.get("/api/v1/people/" + absent + "/cover?by=" + by).body();
    }

    private boolean mayWalk(String person) {
        return new TenantAnswers(cast.stage)
                .of(Id.<Person>of(person)).stream()
                        .anyMatch(yes -> yes.permission().equals(WALK));
    }

    private JsonNode applied(JsonNode draft) throws Exception {
        Answer applied = Approving.applied(cast, draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        return cast.finished(applied.text("job"));
    }

    @Test
    void coverHoldsInTheTenantUntilTheColleagueIsBack() throws Exception {
        String absent = newcomer(true);
        String by = newcomer(false);
        assertThat(mayWalk(by)).isFalse();
        JsonNode lines = cover(absent, by).path("lines");
        Map<String, String> verdicts = new HashMap<>();
        lines.forEach(line -> verdicts.merge(
                line.path("roleName").asString(), line.path("verdict").asString(), (one, other) -> one));
        assertThat(verdicts).containsEntry("Night keeper", "GIVEN").containsEntry("Keeper", "HELD");

        String absence = UUID.randomUUID().toString();
        JsonNode draft = cast.put(
                cast.tove.draft("Absence"),
                "absence.begin",
                Map.of("id", absence, "person", absent, "from", "2026-11-23", "until", "2026-12-04"));
        draft = cast.put(
                draft,
                "assignment.give",
                Map.of(
                        "subject",
                        "person:" + by,
                        "role",
                        "night-keeper",
                        "tenant",
                        "pelagia/north",
                        "area",
                        "lagoon-hall",
                        "absence",
                        absence));
        assertThat(applied(draft).path("state").asString()).isEqualTo("DONE");
        assertThat(mayWalk(by)).as("the tenant itself says so").isTrue();
        JsonNode page = cast.tove
                .get("/api/v1/people/" + absent)
                .body()
                .path("absences")
                .get(0);
        assertThat(page.path("isNow").asBoolean()).isTrue();
        assertThat(page.path("covers").get(0).path("personId").asString()).isEqualTo(by);
        assertThat(cast.tove.get("/api/v1/people/" + by).body().path("roles").toString())
                .contains("\"coversFor\":\"New Comer\"");

        JsonNode back = cast.put(cast.tove.draft("Back"), "absence.end", Map.of("absence", absence));
        JsonNode job = applied(back);
        assertThat(job.path("state").asString()).isEqualTo("DONE");
        assertThat(mayWalk(by)).as("the cover ended with the absence").isFalse();
        assertThat(mayWalk(absent)).as("who was away keeps what they had").isTrue();
    }

    @Test
    void whoRecordsAndApprovesWouldConflictIsLeftOut() throws Exception {
        String vet = newcomer(false);
        String absent = newcomer(false);
        JsonNode draft = cast.put(
                cast.tove.draft("Two roles"),
                "assignment.give",
                Map.of("subject", "person:" + vet, "role", "vet", "tenant", "pelagia/north", "area", "north-pier"));
        draft = cast.put(
                draft,
                "assignment.give",
                Map.of(
                        "subject",
                        "person:" + absent,
                        "role",
                        "curator",
                        "tenant",
                        "pelagia/north",
                        "area",
                        "north-pier"));
        applied(draft);
        JsonNode line = cover(absent, vet)
                .path("lines")
                .valueStream()
                .filter(one -> one.path("roleName").asString().equals("Curator"))
                .findFirst()
                .orElseThrow();
        assertThat(line.path("verdict").asString()).isEqualTo("CONFLICTS");
        assertThat(line.path("rule").asString()).isEqualTo("Records a treatment and approves it");
    }

    @Test
    void nobodyCoversForThemselvesAndNobodyForNobody() throws Exception {
        String person = newcomer(false);
        assertThat(cast.tove
                        .get("/api/v1/people/" + person + "/cover?by=" + person)
                        .status())
                .isEqualTo(400);
        assertThat(cast.tove
                        .get("/api/v1/people/" + UUID.randomUUID() + "/cover?by=" + person)
                        .status())
                .isEqualTo(404);
    }
}

package wexa.server.jobs;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** Tenants that are down, slow, in the way or cut off. */
class FaultyTenantTest {
    private final Cast cast = Cast.shared();

    FaultyTenantTest() throws Exception {}

    @Test
    void aTenantThatIsDownLimitedOrCutIsPursuedWithoutDoublingAnything() throws Exception {
        String[] kinds = {"UNAVAILABLE", "LIMITED", "CUT", "SLOW", "TRICKLED", "MISTYPED", "STRAYED"};
        for (int number = 0; number < kinds.length; number++) {
            JsonNode draft = cast.newcomer("fault" + number, "5010" + number, "keeper");
            cast.stage.fault("pelagia-north", kinds[number], number == 3 ? 1 : 2, 10_500);
            Answer applied = cast.tove.apply(draft);
            JsonNode job = cast.finished(applied.text("job"));
            assertThat(job.path("state").asString())
                    .as("%s: %s", kinds[number], job)
                    .isEqualTo("DONE");
            JsonNode page =
                    cast.tove.get("/api/v1/people/" + Cast.personIn(draft)).body();
            assertThat(page.path("accounts").path(0).path("square").asString())
                    .as(kinds[number])
                    .isEqualTo("SAME");
        }
        String north = cast.find("/api/v1/tenants", "path", "pelagia/north");
        JsonNode read = cast.tove
                .send("POST", "/api/v1/tenants/" + north + "/readings", cast.tove.object())
                .body();
        assertThat(read.path("differences").toString()).doesNotContain("fault");
        assertThat(read.path("unknown")).hasSize(3);
    }

    @Test
    void whatWaitsForARefusedStepKeepsNobodyElseFromBeingCarried() throws Exception {
        JdbcTemplate rows = cast.stage.bean(JdbcTemplate.class);
        UUID north = UUID.fromString(cast.find("/api/v1/tenants", "path", "pelagia/north"));
        UUID job = UUID.randomUUID();
        rows.update(
                "insert into job values (?, -1, 1, 'Long ago', timestamp with time zone '2026-01-01 00:00:00+00')",
                job);
        List<Object[]> steps = new ArrayList<>();
        for (int number = 0; number <= 1_000; number++) {
            String object = "user:" + number;
            steps.add(new Object[] {
                UUID.randomUUID(),
                job,
                north,
                number,
                object,
                object,
                object,
                number == 0 ? "" : "user:0",
                number == 0 ? "REFUSED" : "WAITING"
            });
        }
        rows.batchUpdate(
                "insert into step (id, job_id, tenant_id, place, kind, subject, body, object, makes, needs, state, attempts, due_at, detail)"
                        + " values (?, ?, ?, ?, 'LINK', ?, ?, ?, true, ?, ?, 1, timestamp with time zone '2026-01-01 00:00:00+00', '')",
                steps);
        try {
            Answer applied = cast.tove.apply(cast.newcomer(Cast.unique("behind"), "50150", "keeper"));
            assertThat(cast.finished(applied.text("job")).path("state").asString())
                    .isEqualTo("DONE");
        } finally {
            rows.update("delete from step where job_id = ?", job);
            rows.update("delete from job where id = ?", job);
        }
    }

    @Test
    void aRefusedStepSaysTheTenantsWordsHoldsItsDependentsAndCanBeTriedAgain() throws Exception {
        JsonNode draft = cast.newcomer("old.import-rival", "50200", "keeper");
        draft = cast.change(draft, Cast.entry(draft, "account.open"), Map.of("as", "pump-display"));
        Answer applied = cast.tove.apply(draft);
        JsonNode job = patiently()
                .until(
                        () -> cast.tove
                                .get("/api/v1/jobs/" + applied.text("job"))
                                .body(),
                        one -> one.path("state").asString().equals("REFUSED"));
        assertThat(job.toString()).contains("userName pump-display is taken");
        assertThat(Browserless.steps(job)).anyMatch(step -> step.path("held").asBoolean());
        assertThat(cast.tove.get("/api/v1/desk").body().toString()).contains("refused a step");
        String refused = "";
        for (JsonNode step : Browserless.steps(job)) {
            refused = step.path("state").asString().equals("REFUSED")
                    ? step.path("id").asString()
                    : refused;
        }
        assertThat(cast.tove
                        .send("POST", "/api/v1/jobs/steps/" + refused + "/again", null)
                        .status())
                .isEqualTo(204);
        String again = refused;
        patiently().until(() -> step(applied.text("job"), again, "REFUSED"));
        skipAndStop(applied.text("job"), refused);
    }

    /** A skipped step frees those that waited for it; stopping ends what waits. Both say why, in the step and the log. */
    private void skipAndStop(String job, String refused) throws Exception {
        assertThat(cast.tove
                        .send("POST", "/api/v1/jobs/steps/" + refused + "/skip", cast.tove.object("reason", " "))
                        .status())
                .isEqualTo(400);
        assertThat(cast.tove
                        .send(
                                "POST",
                                "/api/v1/jobs/steps/" + refused + "/skip",
                                cast.tove.object("reason", "the name is somebody else's"))
                        .status())
                .isEqualTo(204);
        assertThat(cast.tove
                        .send("POST", "/api/v1/jobs/steps/" + refused + "/skip", cast.tove.object("reason", "twice"))
                        .status())
                .isEqualTo(409);
        // those that waited for it are tried, and the tenant says of each what it thinks of that
        JsonNode ended = patiently()
                .until(
                        () -> cast.tove.get("/api/v1/jobs/" + job).body(),
                        one -> Browserless.steps(one).stream()
                                        .filter(step -> step.path("attempts").asInt() > 0)
                                        .count()
                                > 1);
        assertThat(ended.toString()).contains("skipped by tove: the name is somebody else's");
        assertThat(cast.tove.get("/api/v1/log?q=skip%20step&by=tove").body().toString())
                .contains("somebody else's");
    }

    @Test
    void stoppingEndsWhatWaitsAndSaysWhy() throws Exception {
        JsonNode draft = cast.newcomer(Cast.unique("stop"), "50210", "keeper");
        cast.stage.fault("pelagia-north", "UNAVAILABLE", 1_000, 0);
        String job = cast.tove.apply(draft).text("job");
        patiently()
                .until(() -> Browserless.steps(
                                cast.tove.get("/api/v1/jobs/" + job).body())
                        .stream()
                        .anyMatch(step -> step.path("state").asString().equals("WAITING")
                                && step.path("attempts").asInt() > 0));
        Answer stopped =
                cast.tove.send("POST", "/api/v1/jobs/" + job + "/stop", cast.tove.object("reason", "not today"));
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
        assertThat(stopped.status()).isEqualTo(200);
        JsonNode ended = cast.finished(job);
        assertThat(ended.path("state").asString()).isEqualTo("SKIPPED");
        assertThat(ended.toString()).contains("stopped by tove: not today");
        assertThat(cast.tove
                        .send("POST", "/api/v1/jobs/" + job + "/stop", cast.tove.object("reason", "again"))
                        .status())
                .isEqualTo(409);
    }

    private boolean step(String job, String id, String state) throws Exception {
        return Browserless.steps(cast.tove.get("/api/v1/jobs/" + job).body()).stream()
                .anyMatch(step -> step.path("id").asString().equals(id)
                        && step.path("state").asString().equals(state));
    }
}

package wexa.server.jobs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static wexa.server.testing.Patience.patiently;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.core.consistency.Reviewed;
import wexa.core.preview.Preview;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.Previews;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.wiring.BusinessClock;

/** Several jobs about one object: what was decided last is what its tenant has in the end, and nothing that was stopped. */
class OrderTest {
    private Cast cast;

    @BeforeEach
    void open() throws Exception {
        cast = Cast.shared();
    }

    @AfterEach
    void answerAgain() throws Exception {
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
    }

    private void fallSilent() throws Exception {
        cast.stage.fault("pelagia-north", "UNAVAILABLE", 100_000, 0);
    }

    private String apply(JsonNode draft) throws Exception {
        Answer applied = cast.tove.apply(draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        return applied.text("job");
    }

    private JsonNode draft(String name, String form, Map<String, String> fields) throws Exception {
        return cast.put(cast.tove.draft(name), form, fields);
    }

    private JsonNode user(String account) throws Exception {
        String path = "Users?filter=externalId%20eq%20%22" + account + "%22";
        JsonNode listed = new JsonMapper()
                .readTree(cast.stage.tenant("pelagia-north", "GET", path, "").body());
        return listed.path("Resources").path(0);
    }

    private static String account(JsonNode newcomer) {
        return Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
    }

    private static String number() {
        return Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
    }

    private static List<String> details(JsonNode job, String state) {
        return Browserless.steps(job).stream()
                .filter(step -> step.path("state").asString().equals(state))
                .map(step -> step.path("detail").asString())
                .toList();
    }

    @Test
    void anAccountThatIsClosedWhileItsTenantIsSilentEndsClosed() throws Exception {
        JsonNode newcomer = cast.newcomer(Cast.unique("order"), number(), "keeper");
        String account =
                Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
        cast.carried(newcomer);
        fallSilent();
        String person = Cast.personIn(newcomer);
        String renamed = apply(draft("Rename", "person.edit", Map.of("person", person, "given", "Renamed")));
        String closed = apply(draft("Close", "account.close", Map.of("account", account)));
        String reopened = apply(draft("Rename again", "person.edit", Map.of("person", person, "given", "Again")));
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
        assertThat(cast.finished(closed).path("state").asString()).isEqualTo("DONE");
        JsonNode first = cast.finished(renamed);
        assertThat(details(first, "SUPERSEDED"))
                .isNotEmpty()
                .allMatch(words -> words.contains("changed again by changeset"));
        assertThat(first.path("superseded").asInt())
                .isEqualTo(details(first, "SUPERSEDED").size());
        assertThat(first.path("state").asString()).isEqualTo("DONE");
        cast.finished(reopened);
        JsonNode user = user(account);
        assertThat(user.path("active").asBoolean(true)).isFalse();
        assertThat(user.path("name").path("givenName").asString()).isEqualTo("Again");
    }

    @Test
    void anAccountThatIsTakenBackBeforeItsTenantAnswersIsNotOpen() throws Exception {
        JsonNode newcomer = cast.newcomer(Cast.unique("order"), number(), "keeper");
        String account =
                Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
        fallSilent();
        String opened = apply(newcomer);
        Answer closed = cast.tove.apply(draft("Close", "account.close", Map.of("account", account)));
        assertThat(closed.status()).isEqualTo(200);
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
        cast.finished(opened);
        if (!closed.body().path("job").isNull()) {
            cast.finished(closed.text("job"));
        }
        assertThat(user(account).path("active").asBoolean(false)).isFalse();
    }

    @Test
    void whatWasStoppedIsNotCarriedByALaterStep() throws Exception {
        JsonNode newcomer = cast.newcomer(Cast.unique("order"), number(), "keeper");
        cast.carried(newcomer);
        String account = account(newcomer);
        String person = Cast.personIn(newcomer);
        fallSilent();
        String first = apply(draft("First name", "person.edit", Map.of("person", person, "given", "Stopped")));
        patiently()
                .until(() -> cast.tove
                                .send("POST", "/api/v1/jobs/" + first + "/stop", cast.tove.object("reason", "wrong"))
                                .status()
                        == 200);
        String second = apply(draft("Last name", "person.edit", Map.of("person", person, "family", "Carried")));
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
        assertThat(cast.finished(second).path("state").asString()).isEqualTo("DONE");
        assertThat(user(account).path("name").path("familyName").asString()).isEqualTo("Carried");
        assertThat(user(account).path("name").path("givenName").asString()).isEqualTo("New");
    }

    /** Plans are made before anything is locked: one for whose earlier step the time has come meanwhile is not written. */
    @Test
    void aStepThatIsSentAfterThePlanWasMadeIsNotSuperseded() throws Exception {
        JsonNode newcomer = cast.newcomer(Cast.unique("planned"), number(), "keeper");
        cast.carried(newcomer);
        String person = Cast.personIn(newcomer);
        fallSilent();
        String first = apply(draft("First", "person.edit", Map.of("person", person, "given", "Other")));
        JsonNode back = draft("Back again", "person.edit", Map.of("person", person, "given", "New"));
        Preview preview = cast.stage
                .bean(Previews.class)
                .of(cast.stage
                        .bean(DraftStore.class)
                        .get(UUID.fromString(back.path("id").asString())));
        JobPlanner planner = cast.stage.bean(JobPlanner.class);
        JdbcTemplate rows = cast.stage.bean(JdbcTemplate.class);
        AtomicReference<JobPlanner.Plans> plans = new AtomicReference<>();
        // the lane tries the step as well: what counts is a plan that saw it wait, and a sending after that
        patiently().until(() -> {
            List<Integer> attempts = rows.queryForList(
                    "select attempts from step where job_id = ? and kind = 'CARRY' and state = 'WAITING'",
                    Integer.class,
                    UUID.fromString(first));
            plans.set(planner.plan(Reviewed.of(preview), Found.by(preview)));
            return attempts.size() == 1
                    && rows.update(
                                    "update step set state = 'SENT', attempts = attempts + 1, sent_at = ? where job_id = ?"
                                            + " and kind = 'CARRY' and state = 'WAITING' and attempts = ?",
                                    cast.stage.bean(BusinessClock.class).now().atOffset(ZoneOffset.UTC),
                                    UUID.fromString(first),
                                    attempts.getFirst())
                            > 0;
        });
        TransactionTemplate transactions = cast.stage.bean(TransactionTemplate.class);
        assertThatThrownBy(() ->
                        transactions.executeWithoutResult(status -> planner.write(9_999, "Too late", plans.get())))
                .isInstanceOf(JobPlanner.Outdated.class);
        assertThat(details(cast.tove.get("/api/v1/jobs/" + first).body(), "SUPERSEDED"))
                .isEmpty();
        Answer applied = cast.tove.apply(back);
        assertThat(applied.status()).isEqualTo(200);
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
        cast.finished(first);
        cast.finished(applied.text("job"));
        assertThat(user(account(newcomer)).path("name").path("givenName").asString())
                .isEqualTo("New");
    }
}

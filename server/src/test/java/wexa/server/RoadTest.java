package wexa.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import wexa.server.Browserless.Answer;
import wexa.server.snapshot.SnapshotStore;

/** The road from a draft to the tenant's own answer, over real HTTP and LDAP, and what goes wrong on it. */
class RoadTest {
    @TempDir
    static Path folder;

    private static Stage stage;
    private static Browserless tove;

    @BeforeAll
    static void start() throws Exception {
        stage = new Stage(folder);
        tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
        await().atMost(Duration.ofSeconds(30)).until(() -> allRead());
    }

    @AfterAll
    static void stop() throws Exception {
        stage.close();
    }

    private static boolean allRead() throws Exception {
        for (JsonNode tenant : tove.get("/api/v1/tenants").body()) {
            if (!tenant.path("reading").asString().equals("DONE")) {
                return false;
            }
        }
        return true;
    }

    private static String find(String path, String name, String value) throws Exception {
        for (JsonNode one : tove.get(path).body()) {
            if (one.path(name).asString().equals(value)) {
                return one.path("id").asString();
            }
        }
        throw new AssertionError(path + " has nothing with " + name + " " + value);
    }

    /** A draft that engages somebody new, with account and seat in Pelagia North and a role there. */
    private JsonNode newcomer(String handle, String number, String seat) throws Exception {
        String person = UUID.randomUUID().toString();
        String account = UUID.randomUUID().toString();
        JsonNode draft = tove.draft("Newcomer " + handle);
        draft = put(
                draft,
                "person.add",
                Map.of(
                        "id",
                        person,
                        "handle",
                        handle,
                        "given",
                        "New",
                        "family",
                        "Comer",
                        "mail",
                        handle + "@skerrow.example",
                        "home",
                        "skerrow"));
        draft = put(
                draft,
                "engagement.begin",
                Map.of(
                        "person", person,
                        "kind", "employee",
                        "number", number,
                        "unit", "lagoon-hall",
                        "job", "Keeper",
                        "from", "2026-11-23"));
        draft = put(draft, "membership.put", Map.of("member", "person:" + person, "group", "lagoon-keepers"));
        draft = put(draft, "account.open", Map.of("id", account, "person", person, "tenant", "pelagia/north"));
        draft = put(draft, "seat.give", Map.of("account", account, "kind", seat));
        return put(
                draft,
                "assignment.give",
                Map.of(
                        "subject", "person:" + person,
                        "role", "night-keeper",
                        "tenant", "pelagia/north",
                        "area", "lagoon-hall"));
    }

    private JsonNode put(JsonNode draft, String form, Map<String, String> fields) throws Exception {
        Answer answer = tove.put(draft, form, fields);
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer.body();
    }

    private JsonNode finished(String job) {
        return await().atMost(Duration.ofSeconds(40))
                .pollInterval(Duration.ofMillis(100))
                .until(
                        () -> tove.get("/api/v1/jobs/" + job).body(),
                        one -> !one.path("state").asString().equals("RUNNING"));
    }

    private static String personIn(JsonNode draft) {
        return draft.path("entries").path(0).path("fields").path("id").asString();
    }

    @Test
    void theDirectoryFindsTheNewcomerAndTheDeskNamesThem() throws Exception {
        JsonNode found = tove.get("/api/v1/directory?q=od").body().path("found").path(0);
        assertThat(found.path("userId").asString()).isEqualTo("odile.marrick");
        await().atMost(Duration.ofSeconds(10))
                .until(() -> tove.get("/api/v1/desk").body().toString().contains("Odile Marrick"));
    }

    @Test
    void aNewcomerIsAppliedCarriedReadBackAndProved() throws Exception {
        JsonNode draft = newcomer("carried.one", "50001", "keeper");
        assertThat(draft.path("summary").path("toSettle").asInt()).isZero();
        assertThat(draft.path("summary").path("gains").asInt()).isPositive();
        Answer applied = tove.apply(draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        JsonNode job = finished(applied.text("job"));
        assertThat(job.path("state").asString()).isEqualTo("DONE");
        String person = personIn(draft);
        JsonNode page = tove.get("/api/v1/people/" + person).body();
        assertThat(page.path("accounts").path(0).path("square").asString()).isEqualTo("SAME");
        assertThat(page.path("roles"))
                .allMatch(role -> !role.path("app").asString().equals("Pelagia")
                        || role.path("square").asString().equals("SAME"));
        assertThat(page.path("history")).hasSize(6);
        String north = find("/api/v1/tenants", "path", "pelagia/north");
        JsonNode why = tove.get("/api/v1/people/" + person + "/why?tenant=" + north
                        + "&permission=pelagia:night-round:walk&area=lagoon-hall")
                .body();
        assertThat(why.path("should").asString()).isEqualTo("YES");
        assertThat(why.path("read").asString()).isEqualTo("YES");
        assertThat(why.path("proved").asString()).isEqualTo("YES");
        assertThat(stage.bean(SnapshotStore.class).reloaded())
                .isEqualTo(stage.bean(SnapshotStore.class).current().model());
    }

    @Test
    void wrongInputStaysInTheDraftAndIsNamedByField() throws Exception {
        JsonNode draft = tove.draft("Wrong");
        draft = put(
                draft,
                "person.add",
                Map.of(
                        "handle",
                        "Ines Abara",
                        "given",
                        "<b>Ines</b>",
                        "family",
                        "x".repeat(300),
                        "mail",
                        "ines",
                        "home",
                        "skerrow"));
        JsonNode entry = draft.path("entries").path(0);
        assertThat(entry.path("state").asString()).isEqualTo("TO_SETTLE");
        assertThat(entry.path("fields").path("handle").asString()).isEqualTo("Ines Abara");
        List<String> codes = new ArrayList<>();
        entry.path("findings")
                .forEach(one -> codes.add(
                        one.path("path").asString() + " " + one.path("code").asString()));
        assertThat(codes)
                .contains(
                        "handle field.malformed",
                        "given field.markup",
                        "family field.too-long",
                        "mail field.malformed");
        Answer applied = tove.apply(draft);
        assertThat(applied.status()).isEqualTo(409);
        assertThat(applied.text("code")).isEqualTo("apply.nothing-ready");
    }

    @Test
    void takenNamesAreSaidWithTheirHolderAndAFreeOne() throws Exception {
        JsonNode draft = tove.draft("Taken");
        draft = put(
                draft,
                "person.add",
                Map.of(
                        "handle",
                        "ines.abara",
                        "given",
                        "Ines",
                        "family",
                        "Abara",
                        "mail",
                        "ines.abara@skerrow.example",
                        "home",
                        "skerrow"));
        String texts = draft.path("entries").path(0).path("findings").toString();
        assertThat(texts)
                .contains("belongs to Ines Abara")
                .contains("ines.abara2")
                .contains("person.mail-taken");
        draft = put(
                draft,
                "membership.put",
                Map.of("member", "ines.abara", "group", "no-such-group", "until", "2026-02-30"));
        assertThat(draft.path("entries").path(1).path("findings").toString())
                .contains("“no-such-group” does not exist")
                .contains("is not a day");
    }

    @Test
    void malformedStaleUnknownAndForbiddenRequestsGetProblemDetails() throws Exception {
        JsonNode draft = tove.draft("Problems");
        String path = "/api/v1/drafts/" + draft.path("id").asString() + "/entries";
        Answer malformed = tove.sendText("PUT", path, "{\"put\": [", "If-Match", "\"1\"");
        assertThat(malformed.status()).isEqualTo(400);
        assertThat(malformed.text("code")).isEqualTo("body.unreadable");
        Answer stale = tove.sendText("PUT", path, "{\"put\": [], \"taken\": []}", "If-Match", "\"99\"");
        assertThat(stale.status()).isEqualTo(412);
        assertThat(stale.response().headers().firstValue("Content-Type")).contains("application/problem+json");
        assertThat(tove.get("/api/v1/drafts/" + UUID.randomUUID()).status()).isEqualTo(404);
        assertThat(tove.get("/api/v1/people/not-an-id").status()).isEqualTo(400);
        Answer nameless = tove.send("POST", "/api/v1/drafts", tove.object("name", ""));
        assertThat(nameless.status()).isEqualTo(400);
        assertThat(nameless.body().path("fields").path(0).path("field").asString())
                .isEqualTo("name");
        assertThat(new Browserless(stage.address()).get("/api/v1/people").status())
                .isEqualTo(401);
        Browserless bram = Browserless.signedIn(stage.address(), "bram", "south-bay-2026");
        assertThat(bram.get("/api/v1/people").status()).isEqualTo(200);
        Answer forbidden = bram.send("POST", "/api/v1/drafts", bram.object("name", "Mine"));
        assertThat(forbidden.status()).isEqualTo(403);
        assertThat(forbidden.text("detail")).contains("may look, but not prepare changes");
    }

    @Test
    void withoutTheTokenOfThePageNothingIsWritten() throws Exception {
        Answer answer = tove.send(
                "POST", "/api/v1/drafts", tove.object("name", "Forged"), "Origin", "http://elsewhere.example");
        assertThat(answer.status()).isEqualTo(201);
        Browserless forged = new Browserless(stage.address());
        assertThat(forged.send("POST", "/api/v1/session", forged.object("login", "tove", "password", "north-pier-2026"))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void aDoubleClickAppliesOnce() throws Exception {
        JsonNode draft = newcomer("double.click", "50002", "keeper");
        UUID request = UUID.randomUUID();
        List<CompletableFuture<Answer>> clicks = new ArrayList<>();
        for (int click = 0; click < 2; click++) {
            clicks.add(CompletableFuture.supplyAsync(() -> {
                try {
                    return tove.apply(draft, request);
                } catch (Exception failed) {
                    throw new IllegalStateException(failed);
                }
            }));
        }
        Answer one = clicks.get(0).join();
        Answer other = clicks.get(1).join();
        assertThat(List.of(one.status(), other.status())).contains(200);
        Answer again = tove.apply(draft, request);
        assertThat(again.status()).isEqualTo(200);
        long people =
                tove.get("/api/v1/people?q=double.click").body().path("total").asLong();
        assertThat(people).isEqualTo(1);
        assertThat(finished(again.text("job")).path("state").asString()).isEqualTo("DONE");
    }

    @Test
    void ofTwoAdministratorsWhoApplyAtOnceBothGetAClearAnswer() throws Exception {
        JsonNode first = newcomer("rival.one", "50003", "keeper");
        JsonNode second = newcomer("rival.one", "50004", "keeper");
        CompletableFuture<Answer> one = CompletableFuture.supplyAsync(() -> applied(first));
        CompletableFuture<Answer> other = CompletableFuture.supplyAsync(() -> applied(second));
        List<Answer> answers = List.of(one.join(), other.join());
        assertThat(answers).extracting(Answer::status).containsExactlyInAnyOrder(200, 409);
        Answer lost = answers.get(0).status() == 409 ? answers.get(0) : answers.get(1);
        assertThat(lost.text("code")).isEqualTo("apply.preview-changed");
        assertThat(lost.text("detail")).contains("Review it again");
    }

    private static Answer applied(JsonNode draft) {
        try {
            return tove.apply(draft);
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }

    @Test
    void seatsAreNeverPromisedBeyondThePool() throws Exception {
        JsonNode north = tove.get("/api/v1/tenants").body().path(0);
        int left = 0;
        for (JsonNode pool : north.path("pools")) {
            left = pool.path("kind").asString().equals("clinician")
                    ? pool.path("left").asInt()
                    : left;
        }
        JsonNode draft = tove.draft("Too many");
        int refused = 0;
        for (int number = 0; number <= left; number++) {
            String person = UUID.randomUUID().toString();
            String account = UUID.randomUUID().toString();
            draft = put(
                    draft,
                    "person.add",
                    Map.of(
                            "id",
                            person,
                            "handle",
                            "pool" + number,
                            "given",
                            "P",
                            "family",
                            "P",
                            "mail",
                            "pool" + number + "@skerrow.example",
                            "home",
                            "skerrow"));
            draft = put(draft, "account.open", Map.of("id", account, "person", person, "tenant", "pelagia/north"));
            draft = put(draft, "seat.give", Map.of("account", account, "kind", "clinician"));
        }
        for (JsonNode entry : draft.path("entries")) {
            refused += entry.toString().contains("seat.pool-empty") ? 1 : 0;
        }
        assertThat(refused).isEqualTo(1);
    }

    @Test
    void aTenantThatIsDownLimitedOrCutIsPursuedWithoutDoublingAnything() throws Exception {
        String[] kinds = {"UNAVAILABLE", "LIMITED", "CUT", "SLOW"};
        for (int number = 0; number < kinds.length; number++) {
            JsonNode draft = newcomer("fault" + number, "5010" + number, "keeper");
            stage.fault("pelagia-north", kinds[number], 2, 2_500);
            Answer applied = tove.apply(draft);
            JsonNode job = finished(applied.text("job"));
            assertThat(job.path("state").asString())
                    .as("%s: %s", kinds[number], job)
                    .isEqualTo("DONE");
            JsonNode page = tove.get("/api/v1/people/" + personIn(draft)).body();
            assertThat(page.path("accounts").path(0).path("square").asString())
                    .as(kinds[number])
                    .isEqualTo("SAME");
        }
        String north = find("/api/v1/tenants", "path", "pelagia/north");
        JsonNode read = tove.send("POST", "/api/v1/tenants/" + north + "/readings", tove.object())
                .body();
        assertThat(read.path("differences").toString()).doesNotContain("fault");
        assertThat(read.path("unknown")).hasSize(3);
    }

    @Test
    void aRefusedStepSaysTheTenantsWordsHoldsItsDependentsAndCanBeTriedAgain() throws Exception {
        JsonNode draft = newcomer("old.import-rival", "50200", "keeper");
        JsonNode account = draft.path("entries").path(3);
        Map<String, String> fields = new java.util.HashMap<>();
        account.path("fields")
                .properties()
                .forEach(one -> fields.put(one.getKey(), one.getValue().asString()));
        fields.put("as", "pump-display");
        tools.jackson.databind.node.ObjectNode edits = tove.object();
        edits.putArray("taken");
        tools.jackson.databind.node.ObjectNode entry = edits.putArray("put").addObject();
        entry.put("id", account.path("id").asString());
        entry.put("form", "account.open");
        fields.forEach(entry.putObject("fields")::put);
        draft = tove.send(
                        "PUT",
                        "/api/v1/drafts/" + draft.path("id").asString() + "/entries",
                        edits,
                        "If-Match",
                        "\"" + draft.path("version").asLong() + "\"")
                .body();
        Answer applied = tove.apply(draft);
        JsonNode job = await().atMost(Duration.ofSeconds(20))
                .until(
                        () -> tove.get("/api/v1/jobs/" + applied.text("job")).body(),
                        one -> one.path("state").asString().equals("REFUSED"));
        assertThat(job.toString()).contains("userName pump-display is taken");
        assertThat(job.path("steps")).anyMatch(step -> step.path("held").asBoolean());
        assertThat(tove.get("/api/v1/desk").body().toString()).contains("refused a step");
        String refused = "";
        for (JsonNode step : job.path("steps")) {
            refused = step.path("state").asString().equals("REFUSED")
                    ? step.path("id").asString()
                    : refused;
        }
        assertThat(tove.send("POST", "/api/v1/jobs/steps/" + refused + "/again", null)
                        .status())
                .isEqualTo(204);
    }
}

package wexa.server.urgent;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.server.jobs.Lanes;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Lookers;
import wexa.server.wiring.BusinessClock;

/** Somebody must be out now: every tenant closes their account, one that is silent when it answers, and nothing opens it again. */
class UrgentTest {
    private final Cast cast = Cast.shared();

    UrgentTest() throws Exception {}

    @AfterEach
    void answerAgain() throws Exception {
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
    }

    /** Somebody with accounts in two tenants. */
    private String newcomer() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode draft = cast.newcomer(Cast.unique("urgent"), number, "keeper");
        cast.carried(draft);
        String person = Cast.personIn(draft);
        cast.carried(cast.put(
                cast.tove.draft("South too"),
                "account.open",
                Map.of(
                        "id",
                        UUID.randomUUID().toString(),
                        "person",
                        person,
                        "tenant",
                        cast.find("/api/v1/tenants", "path", "pelagia/south"))));
        return person;
    }

    private Answer close(Browserless by, String person) throws Exception {
        return by.send(
                "POST",
                "/api/v1/people/" + person + "/sign-in/close",
                cast.tove.object("reason", "the keys were taken", "ticket", "SEC-7"));
    }

    private JsonNode ways(String person) throws Exception {
        return cast.tove.get("/api/v1/people/" + person + "/sign-in").body();
    }

    private static Map<String, String> byTenant(JsonNode view) {
        return view.path("ways")
                .valueStream()
                .collect(Collectors.toMap(
                        one -> one.path("where").asString(),
                        one -> one.path("way").asString()));
    }

    private PersonStatus status(String person) {
        return PersonStatus.of(
                cast.bean(SnapshotStore.class).current().model(),
                Id.<Person>of(person),
                cast.bean(BusinessClock.class).now());
    }

    private boolean isActive(String stem, String person) throws Exception {
        JsonNode listed = new JsonMapper()
                .readTree(cast.stage
                        .tenant(stem, "GET", "Users?filter=userName%20eq%20%22" + userName(person, stem) + "%22", "")
                        .body());
        assertThat(listed.path("Resources")).hasSize(1);
        return listed.path("Resources").path(0).path("active").asBoolean();
    }

    private String userName(String person, String stem) throws Exception {
        String title = stem.equals("pelagia-north") ? "Pelagia North" : "Pelagia South";
        return ways(person)
                .path("ways")
                .valueStream()
                .filter(one -> one.path("where").asString().equals(title))
                .map(one -> one.path("userName").asString())
                .findFirst()
                .orElseThrow();
    }

    @Test
    void everyTenantClosesTheAccountAndTheRestIsADraft() throws Exception {
        String person = newcomer();
        assertThat(byTenant(ways(person)).values()).containsOnly("NOT_STOPPED");
        Answer closed = close(cast.tove, person);
        assertThat(closed.status()).as("%s", closed.body()).isEqualTo(200);
        assertThat(status(person)).isEqualTo(PersonStatus.SUSPENDED);
        JsonNode view = patiently()
                .until(
                        () -> ways(person),
                        one -> byTenant(one).values().stream().allMatch("CLOSED"::equals));
        assertThat(view.path("ways"))
                .hasSize(2)
                .allMatch(one -> one.path("seconds").isNumber());
        assertThat(view.path("reason").asString()).isEqualTo("the keys were taken");
        assertThat(isActive("pelagia-north", person)).isFalse();
        assertThat(isActive("pelagia-south", person)).isFalse();
        JsonNode log = cast.tove.get("/api/v1/log?q=SEC-7").body().path("lines");
        assertThat(log.path(0).path("sentence").asString()).contains("as suspension");

        String draft = closed.text("draft");
        assertThat(cast.tove.get("/api/v1/drafts/" + draft).body().path("entries"))
                .anyMatch(one -> one.path("form").asString().equals("engagement.end"))
                .anyMatch(one -> one.path("form").asString().equals("account.close"));
        int written = cast.tove.get("/api/v1/log?q=SEC-7").body().path("lines").size();
        Answer again = close(cast.tove, person);
        assertThat(again.text("draft")).isEqualTo(draft);
        assertThat(ways(person).path("rest").asString()).isEqualTo(draft);
        assertThat(cast.tove.get("/api/v1/log?q=SEC-7").body().path("lines").size())
                .as("nothing more is done")
                .isEqualTo(written);

        cast.carried(cast.put(
                cast.tove.draft("Back"),
                "absence.end",
                Map.of("absence", view.path("absence").asString())));
        assertThat(isActive("pelagia-north", person)).isTrue();
        assertThat(byTenant(ways(person)).values()).containsOnly("NOT_STOPPED");
    }

    @Test
    void aTenantThatIsSilentIsPursuedAndLoudOnTheDeskUntilItAnswers() throws Exception {
        String person = newcomer();
        cast.stage.fault("pelagia-north", "UNAVAILABLE", 100_000, 0);
        assertThat(close(cast.tove, person).status()).isEqualTo(200);
        JsonNode view = patiently()
                .until(() -> ways(person), one -> "CLOSED".equals(byTenant(one).get("Pelagia South")));
        assertThat(byTenant(view)).containsEntry("Pelagia North", "CLOSING");
        assertThat(stillOpenOnTheDesk()).contains(person);
        cast.stage.fault("pelagia-north", "NONE", 0, 0);
        assertThat(close(cast.tove, person).status()).isEqualTo(200);
        patiently().until(() -> byTenant(ways(person)).get("Pelagia North"), "CLOSED"::equals);
        assertThat(isActive("pelagia-north", person)).isFalse();
    }

    /** Somebody opens the account there again: it is loud, and the same act closes it once more. */
    @Test
    void whatIsOpenedAgainInATenantIsFoundAndClosedOnceMore() throws Exception {
        String person = newcomer();
        close(cast.tove, person);
        patiently().until(() -> byTenant(ways(person)).values().stream().allMatch("CLOSED"::equals));
        reopened("pelagia-north", person);
        assertThat(byTenant(ways(person)))
                .containsEntry("Pelagia North", "OPEN")
                .containsEntry("Pelagia South", "CLOSED");
        assertThat(stillOpenOnTheDesk()).contains(person);
        Answer closed = close(cast.tove, person);
        assertThat(closed.status()).as("%s", closed.body()).isEqualTo(200);
        assertThat(closed.body().path("problems")).isEmpty();
        patiently().until(() -> byTenant(ways(person)).values().stream().allMatch("CLOSED"::equals));
        assertThat(isActive("pelagia-north", person)).isFalse();
        assertThat(stillOpenOnTheDesk()).doesNotContain(person);
    }

    /** Who has left is not suspended: what a tenant still has open is closed, and nothing else is changed. */
    @Test
    void whoHasLeftIsClosedWhereTheyAreOpenAndNotSuspended() throws Exception {
        String person = newcomer();
        cast.carried(cast.put(cast.tove.draft("Gone"), "engagement.end", Map.of("engagement", engagementOf(person))));
        assertThat(status(person)).isEqualTo(PersonStatus.LEFT);
        patiently().until(() -> byTenant(ways(person)).values().stream().allMatch("CLOSED"::equals));
        reopened("pelagia-north", person);
        assertThat(ways(person).path("mayBeSuspended").asBoolean()).isFalse();
        Answer closed = close(cast.tove, person);
        assertThat(closed.status()).as("%s", closed.body()).isEqualTo(200);
        assertThat(closed.text("draft")).isEmpty();
        patiently().until(() -> byTenant(ways(person)).values().stream().allMatch("CLOSED"::equals));
        assertThat(isActive("pelagia-north", person)).isFalse();
        assertThat(ways(person).hasNonNull("absence")).isFalse();
    }

    private String engagementOf(String person) {
        return cast.bean(SnapshotStore.class)
                .current()
                .model()
                .table(Kind.ENGAGEMENT)
                .by(Engagement.BY_PERSON, Id.<Person>of(person))
                .getFirst()
                .id()
                .toString();
    }

    /** In the tenant's own console, so to speak; Wexa reads it afterwards. */
    private void reopened(String stem, String person) throws Exception {
        JsonNode listed = new JsonMapper()
                .readTree(cast.stage
                        .tenant(stem, "GET", "Users?filter=userName%20eq%20%22" + userName(person, stem) + "%22", "")
                        .body());
        cast.stage.tenant(
                stem,
                "PATCH",
                "Users/" + listed.path("Resources").path(0).path("id").asString(),
                """
                {"schemas": ["urn:ietf:params:scim:api:messages:2.0:PatchOp"],
                 "Operations": [{"op": "replace", "path": "active", "value": true}]}
                """);
        assertThat(isActive(stem, person)).isTrue();
        String tenant = cast.find("/api/v1/tenants", "path", stem.replace("-", "/"));
        assertThat(cast.tove
                        .send("POST", "/api/v1/tenants/" + tenant + "/readings", cast.tove.object())
                        .status())
                .isLessThan(300);
        patiently().until(() -> byTenant(ways(person)).containsValue("OPEN"));
    }

    private List<String> stillOpenOnTheDesk() throws Exception {
        return cast.tove
                .get("/api/v1/desk")
                .body()
                .path("items")
                .valueStream()
                .filter(one -> one.path("kind").asString().equals("STILL_OPEN"))
                .map(one -> one.path("target").asString())
                .toList();
    }

    /** What is given meanwhile waits with them: no tenant gets anything of it before the suspension is lifted. */
    @Test
    void nothingThatGivesIsSentWhileSomebodyIsSuspended() throws Exception {
        String person = newcomer();
        close(cast.tove, person);
        patiently().until(() -> byTenant(ways(person)).values().stream().allMatch("CLOSED"::equals));
        JsonNode draft = cast.put(
                cast.tove.draft("While they are out"),
                "account.open",
                Map.of(
                        "id",
                        UUID.randomUUID().toString(),
                        "person",
                        person,
                        "tenant",
                        cast.find("/api/v1/tenants", "path", "rota-buoy/all")));
        Answer applied = cast.tove.apply(draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        if (!applied.text("job").isEmpty()) {
            cast.finished(applied.text("job"));
        }
        assertThat(byTenant(ways(person))).doesNotContainValue("NOT_STOPPED").doesNotContainValue("OPEN");
    }

    /** Steps enough for every tenant to be busy with; each asks the tenant for something that is not there. */
    private UUID busy(List<String> tenants, int steps) {
        JdbcTemplate rows = cast.bean(JdbcTemplate.class);
        UUID job = UUID.randomUUID();
        rows.update(
                "insert into job values (?, -2, 1, 'A long one', timestamp with time zone '2026-01-01 00:00:00+00')",
                job);
        List<Object[]> all = new ArrayList<>();
        for (String tenant : tenants) {
            for (int number = 0; number < steps; number++) {
                String object = "ACCOUNT:" + UUID.randomUUID();
                all.add(new Object[] {
                    UUID.randomUUID(),
                    job,
                    UUID.fromString(tenant),
                    all.size(),
                    object,
                    object + " gone-" + number,
                    object
                });
            }
        }
        rows.batchUpdate(
                "insert into step (id, job_id, tenant_id, place, kind, subject, body, object, makes, needs, state, attempts, due_at, detail)"
                        + " values (?, ?, ?, ?, 'LINK', ?, ?, ?, false, '', 'WAITING', 0,"
                        + " timestamp with time zone '2026-01-01 00:00:00+00', '')",
                all);
        return job;
    }

    /** All that answer by themselves. */
    private List<String> everyTenant() throws Exception {
        return cast.tove
                .get("/api/v1/tenants")
                .body()
                .valueStream()
                .filter(one -> !one.path("isManual").asBoolean())
                .map(one -> one.path("id").asString())
                .toList();
    }

    /** In all tenants at once, while each is in the middle of a long job: {@code wexa.urgent.steps} of them can be set. */
    @Test
    void itGoesAheadOfWhateverElseIsOnItsWay() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode newcomer = cast.newcomer(Cast.unique("ahead"), number, "keeper");
        cast.carried(newcomer);
        String person = Cast.personIn(newcomer);
        JsonNode draft = cast.tove.draft("Everywhere");
        for (String tenant : everyTenant()) {
            draft = cast.put(
                    draft,
                    "account.open",
                    Map.of("id", UUID.randomUUID().toString(), "person", person, "tenant", tenant));
        }
        cast.finished(cast.tove.apply(draft).text("job"));
        int accounts = ways(person).path("ways").size();
        assertThat(accounts).isGreaterThan(4);

        UUID job = busy(everyTenant(), Integer.getInteger("wexa.urgent.steps", 400));
        JdbcTemplate rows = cast.bean(JdbcTemplate.class);
        try {
            cast.bean(Lanes.Waker.class)
                    .wake(everyTenant().stream().map(Id::<Tenant>of).toList());
            patiently().until(() -> count(rows, job, "REFUSED") > 0);
            assertThat(close(cast.tove, person).status()).isEqualTo(200);
            JsonNode view = patiently()
                    .pollInterval(Duration.ofMillis(50))
                    .until(
                            () -> ways(person),
                            one -> byTenant(one).values().stream().allMatch("CLOSED"::equals));
            assertThat(count(rows, job, "WAITING")).as("left of the long job").isPositive();
            System.out.println("urgent: " + accounts + " tenants, confirmed after "
                    + view.path("ways")
                            .valueStream()
                            .mapToDouble(one -> one.path("seconds").asDouble())
                            .max()
                            .orElseThrow()
                    + " s "
                    + view.path("ways")
                            .valueStream()
                            .map(one -> one.path("seconds").asString())
                            .toList() + ", while " + count(rows, job, "WAITING") + " steps waited");
        } finally {
            rows.update("update step set state = 'SKIPPED' where job_id = ? and state = 'WAITING'", job);
            patiently().until(() -> count(rows, job, "SENT") == 0);
            rows.update("delete from step where job_id = ?", job);
            rows.update("delete from job where id = ?", job);
        }
    }

    private static int count(JdbcTemplate rows, UUID job, String state) {
        Integer found = rows.queryForObject(
                "select count(*) from step where job_id = ? and state = ?", Integer.class, job, state);
        return found == null ? 0 : found;
    }

    @Test
    void itTakesTheReachForEveryTenantAndAReason() throws Exception {
        String person = newcomer();
        Browserless part = Lookers.limited(cast, List.of("pelagia/north"), List.of("south-bay"), "APPLY");
        assertThat(close(part, person).status()).isIn(403, 409);
        assertThat(status(person)).isEqualTo(PersonStatus.HERE);
        assertThat(cast.tove
                        .send("POST", "/api/v1/people/" + person + "/sign-in/close", cast.tove.object("reason", " "))
                        .status())
                .isEqualTo(400);
        assertThat(status(person)).isEqualTo(PersonStatus.HERE);
        Person tove = cast.bean(SnapshotStore.class)
                .current()
                .model()
                .people()
                .by(Person.BY_HANDLE, Handle.of("tove.lindqvist"))
                .getFirst();
        assertThat(close(cast.tove, tove.id().toString()).body().path("code").asString())
                .isEqualTo("urgent.self");
    }
}

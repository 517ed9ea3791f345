package wexa.server.scheduled;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;
import wexa.server.wiring.BusinessClock;

/** Drafts that are applied at a set instant, and what keeps them from it. */
class ScheduleTest {
    private final Cast cast = Cast.shared();

    ScheduleTest() throws Exception {}

    private Instant due = Instant.MIN;

    /** Long enough from now for a busy machine to review the draft first. */
    private Instant soon() {
        due = cast.bean(BusinessClock.class).now().plusSeconds(4);
        return due;
    }

    private static String path(JsonNode draft) {
        return "/api/v1/drafts/" + draft.path("id").asString();
    }

    private JsonNode renaming(Browserless who, String role, String name) throws Exception {
        return Newcomers.put(
                who,
                who.draft("Another name " + name),
                "role.edit",
                Map.of("role", cast.find("/api/v1/roles", "key", role), "name", name));
    }

    private static Answer schedule(Browserless who, JsonNode draft, Instant due) throws Exception {
        ObjectNode input = who.object(
                "requestId", UUID.randomUUID().toString(), "digest", who.reviewed(draft), "due", due.toString());
        input.put("draftVersion", draft.path("version").asLong());
        return who.send("PUT", path(draft) + "/schedule", input);
    }

    private void whenDue() throws Exception {
        Duration left = Duration.between(cast.bean(BusinessClock.class).now(), due);
        if (left.isPositive()) {
            Thread.sleep(left.plusMillis(200));
        }
        cast.bean(DueDrafts.class).applyAll();
    }

    private List<String> missedOnTheDesk(Browserless who, JsonNode draft) throws Exception {
        return who.get("/api/v1/desk")
                .body()
                .path("items")
                .valueStream()
                .filter(item -> item.path("kind").asString().equals("NOT_APPLIED"))
                .filter(item ->
                        item.path("target").asString().equals(draft.path("id").asString()))
                .map(item -> item.path("text").asString())
                .toList();
    }

    private String nameOf(String role) throws Exception {
        return cast.tove
                .get("/api/v1/roles/" + cast.find("/api/v1/roles", "key", role))
                .body()
                .path("role")
                .path("name")
                .asString();
    }

    @Test
    void itIsAppliedWhenItIsDueAndNotBefore() throws Exception {
        String before = nameOf("works-planner");
        JsonNode draft = renaming(cast.tove, "works-planner", "Planner of works");
        assertThat(schedule(cast.tove, draft, soon()).status()).isEqualTo(204);
        cast.bean(DueDrafts.class).applyAll();
        assertThat(nameOf("works-planner")).isEqualTo(before);
        assertThat(cast.tove.get(path(draft) + "/schedule").text("by")).isEqualTo("tove");
        whenDue();
        assertThat(nameOf("works-planner")).isEqualTo("Planner of works");
        assertThat(cast.tove.get(path(draft)).body().path("state").asString()).isEqualTo("APPLIED");
        assertThat(cast.tove.get("/api/v1/log").body().toString()).contains("schedule draft “Another name Planner");
        assertThat(cast.tove.apply(renaming(cast.tove, "works-planner", before)).status())
                .isEqualTo(200);
    }

    @Test
    void aDraftThatIsChangedAfterwardsIsNotAppliedAndIsOnTheDesk() throws Exception {
        JsonNode draft = renaming(cast.tove, "store-keeper", "Keeper of stores");
        assertThat(schedule(cast.tove, draft, soon()).status()).isEqualTo(204);
        JsonNode more = Newcomers.put(
                cast.tove,
                draft,
                "role.edit",
                Map.of("role", cast.find("/api/v1/roles", "key", "berth-worker"), "name", "Worker at berths"));
        assertThat(cast.tove
                        .get(path(draft) + "/schedule")
                        .body()
                        .path("isLapsed")
                        .asBoolean())
                .isTrue();
        whenDue();
        assertThat(nameOf("store-keeper")).isEqualTo("Store keeper");
        assertThat(missedOnTheDesk(cast.tove, draft))
                .singleElement()
                .asString()
                .contains("was changed after it was scheduled");
        assertThat(cast.tove.get(path(draft) + "/schedule").text("detail")).contains("Review it again");

        assertThat(schedule(cast.tove, more, soon().plusSeconds(3_600)).status())
                .isEqualTo(204);
        assertThat(missedOnTheDesk(cast.tove, draft)).isEmpty();
        assertThat(cast.tove
                        .send("DELETE", path(draft) + "/schedule", cast.tove.object())
                        .status())
                .isEqualTo(204);
        assertThat(cast.tove.get(path(draft) + "/schedule").body().path("due").isMissingNode()
                        || cast.tove
                                .get(path(draft) + "/schedule")
                                .body()
                                .path("due")
                                .isNull())
                .isTrue();
    }

    @Test
    void whatOthersChangedMeanwhileIsNotAppliedOver() throws Exception {
        JsonNode draft = renaming(cast.tove, "on-call-worker", "Worker on call");
        // late enough that the other is applied before, on a slow machine too
        due = soon().plusSeconds(8);
        assertThat(schedule(cast.tove, draft, due).status()).isEqualTo(204);
        assertThat(cast.tove
                        .apply(renaming(cast.tove, "on-call-worker", "Night caller"))
                        .status())
                .isEqualTo(200);
        whenDue();
        assertThat(nameOf("on-call-worker")).isEqualTo("Night caller");
        assertThat(missedOnTheDesk(cast.tove, draft)).singleElement().asString().contains("no longer as it was");
        assertThat(cast.tove
                        .apply(renaming(cast.tove, "on-call-worker", "On-call worker"))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void whoMayNoLongerSignInAppliesNothing() throws Exception {
        String login = Cast.unique("leaver");
        ObjectNode made = cast.tove.object("login", login, "name", "A Leaver", "password", "given for the test");
        made.putArray("acts").add("PREPARE").add("APPLY");
        assertThat(cast.tove.send("POST", "/api/v1/administrators", made).status())
                .isEqualTo(201);
        Browserless leaver = Browserless.signedIn(cast.stage.address(), login, "given for the test");
        JsonNode draft = renaming(leaver, "shift-planner", "Planner of shifts");
        // late enough that they are gone before, on a slow machine too
        due = soon().plusSeconds(5);
        assertThat(schedule(leaver, draft, due).status()).isEqualTo(204);
        String id = cast.find("/api/v1/administrators", "login", login);
        assertThat(cast.tove
                        .send("DELETE", "/api/v1/administrators/" + id, cast.tove.object())
                        .status())
                .isEqualTo(204);
        whenDue();
        assertThat(nameOf("shift-planner")).isEqualTo("Shift planner");
        assertThat(cast.tove.get(path(draft) + "/schedule").text("detail")).contains(login, "may no longer sign in");
    }

    @Test
    void whatCannotBeAppliedNowCannotBeScheduled() throws Exception {
        JsonNode draft = renaming(cast.tove, "rescue-hand", "Hand at rescues");
        Instant now = cast.bean(BusinessClock.class).now();
        assertThat(schedule(cast.tove, draft, now.minusSeconds(60)).text("detail"))
                .contains("That is over");
        assertThat(schedule(cast.tove, draft, now.plus(Duration.ofDays(500))).text("detail"))
                .contains("a year at most");
        JsonNode privileged = Newcomers.engaged(
                cast.tove, Cast.unique("till.lead"), Cast.unique("S").replace('.', '-'), "south-bay");
        privileged = Newcomers.put(
                cast.tove,
                privileged,
                "assignment.give",
                Map.of(
                        "subject",
                        "person:" + Cast.personIn(privileged),
                        "role",
                        "till-lead",
                        "tenant",
                        "quayside/south",
                        "area",
                        "ticket-hall"));
        assertThat(schedule(cast.tove, privileged, soon()).text("detail"))
                .contains("approval of another administrator");
    }
}

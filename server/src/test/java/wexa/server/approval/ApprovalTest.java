package wexa.server.approval;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;

/** What is privileged waits for somebody who neither drafted it nor gains by it (rule 18). */
class ApprovalTest {
    private final Cast cast = Cast.shared();
    private final Browserless runa = Browserless.signedIn(cast.stage.address(), "runa", "lagoon-hall-2026");

    ApprovalTest() throws Exception {}

    /** Somebody new who gets a role; a till lead approves refunds, which is privileged. */
    private JsonNode newcomerAs(String role) throws Exception {
        JsonNode draft = Newcomers.engaged(
                cast.tove, Cast.unique("till.lead"), Cast.unique("A").replace('.', '-'), "south-bay");
        return give(cast.tove, draft, "person:" + Cast.personIn(draft), role);
    }

    private static JsonNode give(Browserless browser, JsonNode draft, String subject, String role) throws Exception {
        return Newcomers.put(
                browser,
                draft,
                "assignment.give",
                Map.of("subject", subject, "role", role, "tenant", "quayside/south", "area", "ticket-hall"));
    }

    private static String path(JsonNode draft) {
        return "/api/v1/drafts/" + draft.path("id").asString();
    }

    private Answer ask(JsonNode draft, String note) throws Exception {
        return cast.tove.send(
                "POST", path(draft) + "/approval", cast.tove.object("digest", cast.tove.reviewed(draft), "note", note));
    }

    private Answer answer(Browserless who, JsonNode draft, String digest, boolean isApproved, String note)
            throws Exception {
        ObjectNode input = who.object("digest", digest, "note", note);
        input.put("isApproved", isApproved);
        return who.send("POST", path(draft) + "/approval/answer", input);
    }

    private Answer approve(Browserless who, JsonNode draft) throws Exception {
        return answer(who, draft, who.reviewed(draft), true, "");
    }

    private String state(JsonNode draft) throws Exception {
        return cast.tove.get(path(draft) + "/approval").text("state");
    }

    private List<String> onTheDeskOf(Browserless who, JsonNode draft) throws Exception {
        return who.get("/api/v1/desk")
                .body()
                .path("items")
                .valueStream()
                .filter(item -> item.path("kind").asString().equals("APPROVAL"))
                .filter(item ->
                        item.path("target").asString().equals(draft.path("id").asString()))
                .map(item -> item.path("text").asString())
                .toList();
    }

    /** An administrator who may do everything, made for one test. */
    private Browserless governor(String login) throws Exception {
        ObjectNode made =
                cast.tove.object("login", login, "name", "Another " + login, "password", "given for the test");
        made.putArray("acts").add("PREPARE").add("APPLY").add("APPROVE").add("GOVERN");
        assertThat(cast.tove.send("POST", "/api/v1/administrators", made).status())
                .isEqualTo(201);
        return Browserless.signedIn(cast.stage.address(), login, "given for the test");
    }

    private String administrator(String login) throws Exception {
        return cast.find("/api/v1/administrators", "login", login);
    }

    @Test
    void whatIsPrivilegedIsAppliedOnceAnotherHasApprovedIt() throws Exception {
        JsonNode draft = newcomerAs("till-lead");
        Answer alone = cast.tove.apply(draft);
        assertThat(alone.status()).isEqualTo(409);
        assertThat(alone.text("code")).isEqualTo("apply.needs-approval");
        assertThat(alone.text("detail")).contains("it gives privileged access to 1 person");

        assertThat(approve(cast.tove, draft).text("detail")).contains("You worked on this draft");
        assertThat(ask(draft, "stands in for the lead this week").status()).isEqualTo(204);
        assertThat(state(draft)).isEqualTo("ASKED");
        assertThat(onTheDeskOf(runa, draft))
                .containsExactly("Tove Lindqvist asks for your approval: stands in for the lead this week");
        assertThat(onTheDeskOf(cast.tove, draft)).isEmpty();
        assertThat(cast.tove.apply(draft).text("code")).isEqualTo("apply.needs-approval");

        assertThat(answer(runa, draft, runa.reviewed(draft), true, "checked with the shop")
                        .status())
                .isEqualTo(204);
        assertThat(onTheDeskOf(runa, draft)).isEmpty();
        assertThat(onTheDeskOf(cast.tove, draft)).containsExactly("Runa Estering approved it: checked with the shop");
        Answer applied = cast.tove.apply(draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        assertThat(cast.tove
                        .get("/api/v1/changesets/"
                                + applied.body().path("changeset").asLong())
                        .text("approval"))
                .isEqualTo("Approved by Runa Estering: checked with the shop");
        String name = draft.path("name").asString();
        assertThat(cast.tove.get("/api/v1/log?q=approv").body().toString())
                .contains(
                        "ask for approval of draft “" + name + "”: stands in for the lead this week",
                        "approve draft “" + name + "”: checked with the shop");
    }

    @Test
    void anApprovalLapsesWhenTheDraftWouldDoSomethingElse() throws Exception {
        JsonNode draft = newcomerAs("till-lead");
        String digest = runa.reviewed(draft);
        assertThat(answer(runa, draft, digest, true, "").status()).isEqualTo(204);
        assertThat(state(draft)).isEqualTo("APPROVED");
        JsonNode other = cast.change(draft, Cast.entry(draft, "engagement.begin"), Map.of("job", "Till lead"));
        assertThat(state(other)).isEqualTo("LAPSED");
        assertThat(cast.tove.apply(other).text("code")).isEqualTo("apply.approval-lapsed");
        assertThat(answer(runa, other, digest, true, "").text("code")).isEqualTo("approval.preview-changed");
        assertThat(approve(runa, other).status()).isEqualTo(204);
        assertThat(cast.tove.apply(other).status()).isEqualTo(200);
    }

    @Test
    void whoRefusesSaysWhy() throws Exception {
        JsonNode draft = newcomerAs("till-lead");
        ask(draft, "");
        Answer mute = answer(runa, draft, runa.reviewed(draft), false, " ");
        assertThat(mute.status()).isEqualTo(400);
        assertThat(mute.body().toString()).contains("Say why");
        assertThat(answer(runa, draft, runa.reviewed(draft), false, "not before the training")
                        .status())
                .isEqualTo(204);
        assertThat(state(draft)).isEqualTo("REFUSED");
        assertThat(onTheDeskOf(cast.tove, draft)).containsExactly("Runa Estering refused it: not before the training");
        assertThat(cast.tove.apply(draft).text("code")).isEqualTo("apply.needs-approval");
    }

    @Test
    void whoChangedTheDraftDoesNotApproveIt() throws Exception {
        JsonNode draft = newcomerAs("till-lead");
        Browserless other = governor(Cast.unique("ed"));
        JsonNode changed = Newcomers.put(
                other,
                draft,
                "membership.put",
                Map.of("member", "person:" + Cast.personIn(draft), "group", "north-keepers"));
        Answer refused = approve(other, changed);
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.text("detail")).contains("You worked on this draft");
    }

    @Test
    void whoGainsByTheDraftDoesNotApproveIt() throws Exception {
        String login = Cast.unique("gains");
        Browserless gaining = governor(login);
        JsonNode arriving = Newcomers.engaged(
                cast.tove, Cast.unique("gains.more"), Cast.unique("G").replace('.', '-'), "south-bay");
        assertThat(cast.tove.apply(arriving).status()).isEqualTo(200);
        String person = Cast.personIn(arriving);
        assertThat(cast.tove
                        .send(
                                "PUT",
                                "/api/v1/administrators/" + administrator(login) + "/person",
                                cast.tove.object("person", person))
                        .status())
                .isEqualTo(204);
        JsonNode draft = give(cast.tove, cast.tove.draft("More for one who approves"), "person:" + person, "till-lead");
        assertThat(approve(gaining, draft).text("detail")).contains("would give you more access yourself");
        assertThat(approve(runa, draft).status()).isEqualTo(204);
    }

    @Test
    void aSecondLoginOfTheSamePersonIsNoSecondPerson() throws Exception {
        String login = Cast.unique("again");
        Browserless again = governor(login);
        JsonNode draft = newcomerAs("till-lead");
        JsonNode tove = cast.tove.get("/api/v1/people?q=tove.lindqvist").body();
        assertThat(cast.tove
                        .send(
                                "PUT",
                                "/api/v1/administrators/" + administrator(login) + "/person",
                                cast.tove.object(
                                        "person",
                                        tove.path("people").path(0).path("id").asString()))
                        .status())
                .isEqualTo(204);
        assertThat(approve(again, draft).text("detail")).contains("You worked on this draft");
        assertThat(state(draft)).isEqualTo("NEEDED");
        assertThat(cast.tove
                        .get(path(draft) + "/approval")
                        .body()
                        .path("approvers")
                        .toString())
                .as("nobody is told to ask the same person")
                .contains("Runa")
                .doesNotContain(login);
    }

    @Test
    void theApprovalOfSomebodyWhoMayNoLongerApproveIsNone() throws Exception {
        String login = Cast.unique("gone");
        Browserless leaving = governor(login);
        JsonNode draft = newcomerAs("till-lead");
        assertThat(approve(leaving, draft).status()).isEqualTo(204);
        assertThat(cast.tove
                        .send("DELETE", "/api/v1/administrators/" + administrator(login), null)
                        .status())
                .isEqualTo(204);
        assertThat(cast.tove.apply(draft).text("code")).isEqualTo("apply.approval-lapsed");
    }

    @Test
    void whatIsHarmlessNeedsNobody() throws Exception {
        JsonNode draft = newcomerAs("till-clerk");
        assertThat(state(draft)).isEqualTo("NOT_NEEDED");
        assertThat(ask(draft, "").text("code")).isEqualTo("approval.not-needed");
        assertThat(approve(runa, draft).text("code")).isEqualTo("approval.not-needed");
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
    }

    @Test
    void whoGovernsSetsThePolicyWithinItsLimits() throws Exception {
        ObjectNode policy = cast.tove.object();
        policy.put("forPrivileged", true).put("forConflicts", true).put("mostPeople", 0);
        Answer refused = cast.tove.send("PUT", "/api/v1/approval-policy", policy);
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.body().toString()).contains("mostPeople");
        policy.put("mostPeople", 250);
        assertThat(runa.send("PUT", "/api/v1/approval-policy", policy).status()).isEqualTo(403);
        assertThat(cast.tove.send("PUT", "/api/v1/approval-policy", policy).status())
                .isEqualTo(204);
        JsonNode set = cast.tove.get("/api/v1/approval-policy").body();
        assertThat(set.path("owner").asString()).isEqualTo("tove");
        assertThat(set.path("approvers").valueStream().map(JsonNode::asString)).contains("Runa Estering");
    }
}

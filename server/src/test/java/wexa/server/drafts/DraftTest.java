package wexa.server.drafts;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Cast.entry;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** Drafts while others work on the same: kept, rebased, reviewed, applied in part, undone. */
class DraftTest {
    private final Cast cast = Cast.shared();

    DraftTest() throws Exception {}

    private JsonNode again(JsonNode draft) throws Exception {
        return cast.tove.get("/api/v1/drafts/" + draft.path("id").asString()).body();
    }

    private String membershipOf(String person) throws Exception {
        return cast.tove
                .get("/api/v1/people/" + person)
                .body()
                .path("groups")
                .valueStream()
                .map(group -> group.path("membership").asString(""))
                .filter(id -> !id.isEmpty())
                .findFirst()
                .orElseThrow();
    }

    @Test
    void anEntryOnWhatSomebodyElseChangedShowsBothValuesUntilItIsKept() throws Exception {
        JsonNode made = cast.newcomer(Cast.unique("moved"), "51001", "keeper");
        cast.carried(made);
        String membership = membershipOf(Cast.personIn(made));
        JsonNode mine = cast.put(
                cast.tove.draft("Mine"), "membership.edit", Map.of("membership", membership, "until", "2027-03-31"));
        JsonNode theirs = cast.put(
                cast.tove.draft("Theirs"), "membership.edit", Map.of("membership", membership, "until", "2026-12-31"));
        assertThat(Cast.states(mine)).containsExactly("READY");
        cast.tove.apply(theirs);
        JsonNode moved = again(mine);
        assertThat(Cast.states(moved)).containsExactly("CHANGED_MEANWHILE");
        assertThat(moved.path("summary").path("toSettle").asInt()).isEqualTo(1);
        assertThat(moved.toString()).contains("You saw:").contains("until 2026-12-31");
        assertThat(cast.tove.apply(moved).text("code")).isEqualTo("apply.nothing-ready");
        JsonNode kept = cast.change(moved, moved.path("entries").path(0), Map.of());
        assertThat(Cast.states(kept)).containsExactly("READY");
        assertThat(cast.tove.apply(kept).status()).isEqualTo(200);
    }

    @Test
    void whatIsReadyIsAppliedAndTheRestStaysInTheDraft() throws Exception {
        JsonNode draft = cast.newcomer(Cast.unique("half"), "51002", "keeper");
        String person = Cast.personIn(draft);
        draft = cast.put(
                draft,
                "assignment.give",
                Map.of("subject", "person:" + person, "role", "no-such-role", "tenant", "pelagia/north"));
        assertThat(draft.path("summary").path("ready").asInt()).isEqualTo(6);
        cast.carried(draft);
        JsonNode rest = again(draft);
        assertThat(rest.path("state").asString()).isEqualTo("OPEN");
        assertThat(rest.path("entries")).hasSize(1);
        assertThat(rest.toString()).contains("no-such-role");
    }

    @Test
    void aDraftThatIsOpenInTwoWindowsKeepsBothAndSaysWhichIsStale() throws Exception {
        JsonNode draft = cast.newcomer(Cast.unique("two"), "51003", "keeper");
        JsonNode one = cast.change(draft, entry(draft, "engagement.begin"), Map.of("job", "Diver"));
        assertThat(entry(one, "engagement.begin").path("fields").path("job").asString())
                .isEqualTo("Diver");
        JsonNode stale = cast.change(draft, entry(draft, "engagement.begin"), Map.of("job", "Cook"));
        assertThat(stale.path("code").asString()).isEqualTo("draft.stale");
        assertThat(again(draft).toString()).contains("Diver").doesNotContain("Cook");
    }

    @Test
    void draftsAreNamedParkedTakenUpAndDiscarded() throws Exception {
        JsonNode draft = cast.tove.draft("First name");
        draft = moved(draft, cast.tove.object("name", "Second name"));
        draft = moved(draft, cast.tove.object("state", "PARKED"));
        assertThat(cast.tove.get("/api/v1/drafts").body().toString()).contains("Second name");
        draft = moved(draft, cast.tove.object("state", "OPEN"));
        draft = moved(draft, cast.tove.object("state", "DISCARDED"));
        assertThat(cast.tove.get("/api/v1/drafts").body().toString()).doesNotContain("Second name");
        assertThat(cast.tove.put(draft, "person.add", Map.of("given", "Late")).text("code"))
                .isEqualTo("draft.closed");
    }

    private JsonNode moved(JsonNode draft, ObjectNode move) throws Exception {
        Answer answer = cast.tove.send(
                "PATCH",
                "/api/v1/drafts/" + draft.path("id").asString(),
                move,
                "If-Match",
                "\"" + draft.path("version").asLong() + "\"");
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer.body();
    }

    @Test
    void theReviewSaysWhoGainsWhatAndWhatEachTenantWillBeSent() throws Exception {
        JsonNode draft = cast.newcomer(Cast.unique("review"), "51004", "keeper");
        JsonNode review = cast.tove
                .get("/api/v1/drafts/" + draft.path("id").asString() + "/review")
                .body();
        assertThat(review.path("people").path(0).path("gains").toString())
                .contains("Night round")
                .contains("walk");
        JsonNode north = review.path("tenants")
                .valueStream()
                .filter(tenant -> tenant.path("name").asString().equals("Pelagia North"))
                .findFirst()
                .orElseThrow();
        JsonNode job = cast.carried(draft);
        assertThat(north.path("steps").valueStream().map(JsonNode::asString))
                .containsExactlyElementsOf(Browserless.steps(job).stream()
                        .filter(step -> step.path("tenant").asString().equals("Pelagia North"))
                        .map(step -> step.path("text").asString())
                        .filter(text -> !text.startsWith("ask"))
                        .toList());
    }

    @Test
    void boundariesSayWhenADraftDoesMoreAndAccessIsAskedForEach() throws Exception {
        JsonNode draft = cast.newcomer(Cast.unique("later"), "51005", "keeper");
        draft = cast.change(
                draft, entry(draft, "assignment.give"), Map.of("from", "2026-12-01", "until", "2026-12-24"));
        assertThat(draft.path("boundaries").valueStream().map(JsonNode::asString))
                .containsExactly("2026-12-01T00:00:00Z", "2026-12-25T00:00:00Z");
        String access = "/api/v1/people/" + Cast.personIn(draft) + "/access?draft="
                + draft.path("id").asString() + "&at=";
        assertThat(cast.tove.get(access + "2026-11-30T12:00:00Z").body().toString())
                .doesNotContain("night-round");
        assertThat(cast.tove.get(access + "2026-12-01T00:00:00Z").body().toString())
                .contains("night-round");
        assertThat(cast.tove.get(access + "2026-12-25T00:00:00Z").body().toString())
                .doesNotContain("night-round");
    }

    @Test
    void undoIsADraftOfTheWayBackAndNamesWhatStays() throws Exception {
        JsonNode draft = cast.newcomer(Cast.unique("undo"), "51006", "keeper");
        Answer applied = cast.tove.apply(draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        cast.finished(applied.text("job"));
        String changeset =
                "/api/v1/changesets/" + applied.body().path("changeset").asLong();
        JsonNode page = cast.tove.get(changeset).body();
        assertThat(page.path("sentences")).hasSize(6);
        assertThat(page.path("undoable").asInt()).isEqualTo(5);
        assertThat(page.path("left").toString()).contains("New Comer stays");
        JsonNode back = cast.tove.send("POST", changeset + "/undo", null).body();
        assertThat(Cast.states(back)).hasSize(5).containsOnly("READY");
        assertThat(back.path("summary").path("losses").asInt())
                .isEqualTo(draft.path("summary").path("gains").asInt());
        assertThat(cast.carried(back).path("state").asString()).isEqualTo("DONE");
        JsonNode person =
                cast.tove.get("/api/v1/people/" + Cast.personIn(draft)).body();
        assertThat(person.path("accounts").path(0).path("state").asString()).isEqualTo("CLOSED");
        assertThat(person.path("accounts").path(0).path("square").asString()).isEqualTo("SAME");
        assertThat(cast.tove.get(changeset).body().path("undoable").asInt()).isZero();
        assertThat(cast.tove.send("POST", changeset + "/undo", null).text("code"))
                .isEqualTo("undo.nothing");
        assertThat(cast.tove.send("POST", "/api/v1/changesets/1/undo", null).status())
                .isEqualTo(409);
        assertThat(cast.tove.get("/api/v1/changesets/99999").status()).isEqualTo(404);
    }

    @Test
    void aChangesetIsUndoneForOneAndLeftForTheOther() throws Exception {
        JsonNode two = cast.tove.draft("Two for the night");
        String group = cast.find("/api/v1/groups", "key", "lagoon-night");
        List<JsonNode> people = cast.tove
                .get("/api/v1/people?q=a&limit=200")
                .body()
                .path("people")
                .valueStream()
                .toList();
        List<JsonNode> put = new ArrayList<>();
        for (JsonNode person : people) {
            if (put.size() < 2) {
                JsonNode tried = cast.put(
                        two,
                        "membership.put",
                        Map.of("member", "person:" + person.path("id").asString(), "group", group));
                two = tried;
                if (Cast.states(tried).getLast().equals("READY")) {
                    put.add(person);
                }
            }
        }
        Map<String, String> broken = Map.of("member", "person:nobody.at-all", "group", group);
        two = cast.put(two, "membership.put", broken);
        Answer applied = cast.tove.apply(two);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        String changeset =
                "/api/v1/changesets/" + applied.body().path("changeset").asLong();
        JsonNode page = cast.tove.get(changeset).body();
        assertThat(page.path("rest").path("draft").asString())
                .isEqualTo(two.path("id").asString());
        assertThat(page.path("rest").path("entries").asInt()).isEqualTo(1);

        String name = put.getFirst().path("name").asString();
        String search = URLEncoder.encode(name, StandardCharsets.UTF_8);
        JsonNode about = cast.tove.get(changeset + "/about?q=" + search).body().path(0);
        assertThat(about.path("name").asString()).isEqualTo(name);
        assertThat(about.path("kind").asString()).isEqualTo("person");
        String id = about.path("id").asString();
        JsonNode back =
                cast.tove.send("POST", changeset + "/undo?about=" + id, null).body();
        assertThat(back.path("name").asString()).contains(name);
        assertThat(Cast.states(back)).containsExactly("READY");
        assertThat(back.path("entries").path(0).path("sentence").asString()).startsWith("end membership of ");
        assertThat(cast.tove.apply(back).status()).isEqualTo(200);
        assertThat(again(two).path("state").asString()).isEqualTo("OPEN");
        assertThat(cast.tove
                        .send("POST", changeset + "/undo?takesRest=true", null)
                        .status())
                .isEqualTo(201);
        assertThat(again(two).path("state").asString()).isEqualTo("DISCARDED");
        assertThat(cast.tove.get(changeset).body().path("undoable").asInt()).isEqualTo(1);
        assertThat(cast.tove.send("POST", changeset + "/undo?about=" + id, null).text("code"))
                .isEqualTo("undo.nothing");
        assertThat(cast.tove
                        .send("POST", changeset + "/undo?about=" + UUID.randomUUID(), null)
                        .text("code"))
                .isEqualTo("undo.nothing");
    }

    @Test
    void theLogIsFilteredAndSavedAsCsv() throws Exception {
        String handle = Cast.unique("logged");
        cast.carried(cast.newcomer(handle, "51007", "keeper"));
        JsonNode found = cast.tove
                .get("/api/v1/log?q=" + handle + "&by=tove&from=2026-11-23&until=2026-11-23")
                .body();
        assertThat(found.path("lines")).hasSize(6);
        assertThat(found.path("actors").toString()).contains("demo").contains("tove");
        assertThat(cast.tove.get("/api/v1/log?q=" + handle + "&by=bram").body().path("lines"))
                .isEmpty();
        assertThat(cast.tove
                        .get("/api/v1/log?q=" + handle + "&until=2026-11-22")
                        .body()
                        .path("lines"))
                .isEmpty();
        assertThat(cast.tove.get("/api/v1/log?from=yesterday").status()).isEqualTo(400);
        String csv = cast.tove.get("/api/v1/log/csv?q=" + handle).response().body();
        assertThat(csv.lines()).hasSize(7);
        assertThat(csv)
                .startsWith("number,at,by,what,version")
                .contains("\"add person " + handle + " \"\"New\"\" \"\"Comer\"\"");
    }

    /** Somebody who joins the group meanwhile would gain what nobody has reviewed, though no entry of the draft says so. */
    @Test
    void whatNobodyReviewedIsNotApplied() throws Exception {
        String key = Cast.unique("reviewed").replace('.', '-');
        String group = UUID.randomUUID().toString();
        JsonNode made =
                cast.put(cast.tove.draft("A group"), "group.make", Map.of("id", group, "key", key, "name", key));
        assertThat(cast.tove.apply(made).status()).isEqualTo(200);
        JsonNode giving = cast.put(
                cast.tove.draft("A role for it"),
                "assignment.give",
                Map.of(
                        "subject",
                        "group:" + group,
                        "role",
                        "night-keeper",
                        "tenant",
                        "pelagia/north",
                        "area",
                        "lagoon-hall"));
        String seen = cast.tove.reviewed(giving);
        assertThat(cast.tove.reviewed(giving))
                .as("it does not move with the clock")
                .isEqualTo(seen);
        String ines = cast.tove
                .get("/api/v1/people?q=ines.abara")
                .body()
                .path("people")
                .path(0)
                .path("id")
                .asString();
        JsonNode joining = cast.put(
                cast.tove.draft("Somebody joins"),
                "membership.put",
                Map.of("member", "person:" + ines, "group", group));
        assertThat(cast.tove.apply(joining).status()).isEqualTo(200);
        Answer refused = cast.tove.apply(giving, UUID.randomUUID(), seen);
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.text("code")).isEqualTo("apply.preview-changed");
        assertThat(cast.tove.apply(giving).status()).isEqualTo(200);
    }
}

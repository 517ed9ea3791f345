package wexa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** What is wrong is said with its field and the way out, and nothing is lost. */
class BadInputTest {
    private final Cast cast = Cast.shared();

    BadInputTest() throws Exception {}

    @Test
    void wrongInputStaysInTheDraftAndIsNamedByField() throws Exception {
        JsonNode draft = cast.tove.draft("Wrong");
        draft = cast.put(
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
        Answer applied = cast.tove.apply(draft);
        assertThat(applied.status()).isEqualTo(409);
        assertThat(applied.text("code")).isEqualTo("apply.nothing-ready");
    }

    @Test
    void takenNamesAreSaidWithTheirHolderAndAFreeOne() throws Exception {
        JsonNode draft = cast.tove.draft("Taken");
        draft = cast.put(
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
        draft = cast.put(
                draft,
                "membership.put",
                Map.of("member", "ines.abara", "group", "no-such-group", "until", "2026-02-30"));
        assertThat(draft.path("entries").path(1).path("findings").toString())
                .contains("“no-such-group” does not exist")
                .contains("is not a day");
    }

    @Test
    void malformedStaleUnknownAndForbiddenRequestsGetProblemDetails() throws Exception {
        JsonNode draft = cast.tove.draft("Problems");
        String path = "/api/v1/drafts/" + draft.path("id").asString() + "/entries";
        Answer malformed = cast.tove.sendText("PUT", path, "{\"put\": [", "If-Match", "\"1\"");
        assertThat(malformed.status()).isEqualTo(400);
        assertThat(malformed.text("code")).isEqualTo("body.unreadable");
        Answer stale = cast.tove.sendText("PUT", path, "{\"put\": [], \"taken\": []}", "If-Match", "\"99\"");
        assertThat(stale.status()).isEqualTo(412);
        assertThat(stale.response().headers().firstValue("Content-Type")).contains("application/problem+json");
        assertThat(cast.tove.get("/api/v1/drafts/" + UUID.randomUUID()).status())
                .isEqualTo(404);
        assertThat(cast.tove.get("/api/v1/people/not-an-id").status()).isEqualTo(400);
        Answer nameless = cast.tove.send("POST", "/api/v1/drafts", cast.tove.object("name", ""));
        assertThat(nameless.status()).isEqualTo(400);
        assertThat(nameless.body().path("fields").path(0).path("field").asString())
                .isEqualTo("name");
        assertThat(new Browserless(cast.stage.address()).get("/api/v1/people").status())
                .isEqualTo(401);
        Browserless bram = Browserless.signedIn(cast.stage.address(), "bram", "south-bay-2026");
        assertThat(bram.get("/api/v1/people").status()).isEqualTo(200);
        Answer forbidden = bram.send("POST", "/api/v1/drafts", bram.object("name", "Mine"));
        assertThat(forbidden.status()).isEqualTo(403);
        assertThat(forbidden.text("detail")).contains("may look, but not prepare changes");
    }

    private ObjectNode edits(ObjectNode... entries) {
        ObjectNode edits = cast.tove.object();
        edits.putArray("taken");
        ArrayNode put = edits.putArray("put");
        for (ObjectNode entry : entries) {
            put.add(entry);
        }
        return edits;
    }

    private ObjectNode entry(UUID id, String form) {
        ObjectNode entry = cast.tove.object("id", id.toString(), "form", form);
        entry.putObject("fields");
        return entry;
    }

    private Answer put(JsonNode draft, ObjectNode edits) throws Exception {
        return cast.tove.send(
                "PUT",
                "/api/v1/drafts/" + draft.path("id").asString() + "/entries",
                edits,
                "If-Match",
                "\"" + draft.path("version").asLong() + "\"");
    }

    @Test
    void anEntryStandsOnceAndInOneDraftAndNothingInItIsNull() throws Exception {
        UUID id = UUID.randomUUID();
        JsonNode first = cast.tove.draft("First");
        Answer twice = put(first, edits(entry(id, "person.add"), entry(id, "person.add")));
        assertThat(twice.status()).isEqualTo(400);
        assertThat(twice.body().toString()).contains("entry.twice");
        assertThat(put(first, edits(entry(id, "person.add"))).status()).isEqualTo(200);
        Answer other = put(cast.tove.draft("Second"), edits(entry(id, "person.add")));
        assertThat(other.status()).isEqualTo(400);
        assertThat(other.body().toString()).contains("entry.of-another-draft");
        ObjectNode nulls = entry(UUID.randomUUID(), "person.add");
        nulls.putNull("fields");
        assertThat(put(cast.tove.draft("Third"), edits(nulls)).status()).isEqualTo(400);
        nulls.putObject("fields").putNull("given");
        assertThat(put(cast.tove.draft("Fourth"), edits(nulls)).status()).isEqualTo(400);
        ObjectNode list = cast.tove.object();
        list.putArray("taken").addNull();
        list.putArray("put").addNull();
        assertThat(put(cast.tove.draft("Fifth"), list).status()).isEqualTo(400);
    }

    @Test
    void daysThatCannotBeCountedWithAreSaidToBeNone() throws Exception {
        for (String day : List.of("+999999999-12-31", "-999999999-01-01", "0000-01-01", "9999-12-31")) {
            JsonNode draft = cast.put(
                    cast.tove.draft("Far away"),
                    "membership.put",
                    Map.of("member", "ines.abara", "group", "lagoon-night", "from", day, "until", day));
            assertThat(draft.path("entries").path(0).path("findings").toString())
                    .as(day)
                    .contains("is not a day");
        }
    }

    @Test
    void aRuleMayNameManyUnitsAndARequestIdIsForOneDraft() throws Exception {
        List<String> units = new ArrayList<>();
        for (int number = 0; number < 9; number++) {
            String key = "bad-input-" + number;
            cast.tove.send("POST", "/api/v1/units", cast.tove.object("key", key, "name", "Unit " + number));
            units.add(cast.find("/api/v1/units", "key", key));
        }
        JsonNode draft = cast.put(
                cast.tove.draft("Nine units"),
                "group.make",
                Map.of(
                        "key", "of-nine-units",
                        "name", "Of nine units",
                        "sort", "ruled",
                        "owners", "tove.lindqvist",
                        "units", String.join(",", units)));
        assertThat(draft.path("entries").path(0).path("findings").toString()).doesNotContain("too-long");
        assertThat(Cast.states(draft)).as("%s", draft).containsOnly("READY");
        UUID request = UUID.randomUUID();
        assertThat(cast.tove.apply(draft, request).status()).isEqualTo(200);
        Answer again = cast.tove.apply(cast.tove.draft("Another"), request);
        assertThat(again.status()).isEqualTo(409);
        assertThat(again.text("code")).isEqualTo("apply.request-reused");
    }

    @Test
    void twoDraftsOfOneTableAreAppliedOneAfterTheOtherAndNothingIsMadeTwice() throws Exception {
        String handle = Cast.unique("twice.brought");
        String text = "handle,given name,family name,works as,unit,job,first day\n" + handle
                + ",Twice,NewConflict,employee,lagoon-hall,Keeper,2026-12-01\n";
        Answer table = cast.tove.sendText("POST", "/api/v1/imports?name=Twice", text, "Content-Type", "text/csv");
        String draft = "/api/v1/imports/" + table.text("id") + "/draft";
        JsonNode one = cast.tove.send("POST", draft, null).body();
        JsonNode other = cast.tove.send("POST", draft, null).body();
        assertThat(cast.tove.apply(one).status()).as("%s %s", table.body(), one).isEqualTo(200);
        JsonNode now =
                cast.tove.get("/api/v1/drafts/" + other.path("id").asString()).body();
        Answer applied = cast.tove.apply(now);
        assertThat(applied.status()).as("%s", now).isIn(200, 409);
        assertThat(cast.tove.get("/api/v1/people?q=" + handle).body().path("people"))
                .hasSize(1);
        JsonNode known = cast.tove
                .get("/api/v1/people?q=ines.abara")
                .body()
                .path("people")
                .path(0);
        JsonNode used = cast.put(
                cast.tove.draft("Id used before"),
                "person.add",
                Map.of(
                        "id", known.path("id").asString(),
                        "handle", Cast.unique("id.used"),
                        "given", "Some",
                        "family", "Body",
                        "home", "skerrow"));
        assertThat(used.toString()).contains("fact.id-used");
        assertThat(cast.tove.apply(used).status()).as("%s", used).isEqualTo(409);
        assertThat(cast.tove
                        .get("/api/v1/people/" + known.path("id").asString())
                        .text("givenName"))
                .isEqualTo("Ines");
    }

    @Test
    void withoutTheTokenOfThePageNothingIsWritten() throws Exception {
        Answer answer = cast.tove.send(
                "POST", "/api/v1/drafts", cast.tove.object("name", "Forged"), "Origin", "http://elsewhere.example");
        assertThat(answer.status()).isEqualTo(201);
        Browserless forged = new Browserless(cast.stage.address());
        assertThat(forged.send("POST", "/api/v1/session", forged.object("login", "tove", "password", "north-pier-2026"))
                        .status())
                .isEqualTo(403);
    }
}

package wexa.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.Browserless.Answer;

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

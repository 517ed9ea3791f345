package wexa.server.log;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** Why a draft was made: kept with it, with what it gives, and in the log. */
class ReasonTest {
    private final Cast cast = Cast.shared();

    ReasonTest() throws Exception {}

    private Answer explain(JsonNode draft, String... namesAndValues) throws Exception {
        return cast.tove.send(
                "PATCH",
                "/api/v1/drafts/" + draft.path("id").asString(),
                cast.tove.object(namesAndValues),
                "If-Match",
                "\"" + draft.path("version").asLong() + "\"");
    }

    private JsonNode membership(JsonNode draft, String person, String... because) throws Exception {
        String group = cast.find("/api/v1/groups", "key", "first-aiders");
        return cast.put(
                draft,
                "membership.put",
                because.length == 0
                        ? Map.of("member", "person:" + person, "group", group)
                        : Map.of("member", "person:" + person, "group", group, "because", because[0]));
    }

    private String somebody() throws Exception {
        JsonNode people = cast.tove.get("/api/v1/people?q=&limit=200").body().path("people");
        String group = cast.find("/api/v1/groups", "key", "first-aiders");
        for (JsonNode person : people) {
            String id = person.path("id").asString();
            JsonNode draft = cast.put(
                    cast.tove.draft("A try"), "membership.put", Map.of("member", "person:" + id, "group", group));
            if (Cast.states(draft).equals(List.of("READY"))) {
                return id;
            }
        }
        throw new IllegalStateException("everybody is in it");
    }

    @Test
    void theReasonOfADraftIsThatOfWhatItGivesAndFoundInTheLog() throws Exception {
        String ticket = Cast.unique("CHG");
        JsonNode draft = membership(cast.tove.draft("Courses"), somebody());
        assertThat(draft.path("reason").asString("none")).isEmpty();
        JsonNode explained = explain(draft, "reason", " passed the course ", "ticket", ticket)
                .body();
        assertThat(explained.path("reason").asString()).isEqualTo("passed the course");
        assertThat(explained.path("entries").path(0).path("sentence").asString())
                .endsWith("because \"passed the course\"");
        JsonNode kept = explain(explained, "reason", "passed the second course").body();
        assertThat(kept.path("ticket").asString()).isEqualTo(ticket);

        Answer applied = cast.tove.apply(kept);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        long version = applied.body().path("changeset").asLong();
        for (String words : new String[] {ticket.toLowerCase(Locale.ROOT), "passed the SECOND".replace(" ", "%20")}) {
            JsonNode line =
                    cast.tove.get("/api/v1/log?q=" + words).body().path("lines").path(0);
            assertThat(line.path("changeset").asLong()).isEqualTo(version);
            assertThat(line.path("reason").asString()).isEqualTo("passed the second course");
            assertThat(line.path("ticket").asString()).isEqualTo(ticket);
        }
        JsonNode changeset = cast.tove.get("/api/v1/changesets/" + version).body();
        assertThat(changeset.path("reason").asString()).isEqualTo("passed the second course");
        assertThat(changeset.path("ticket").asString()).isEqualTo(ticket);
        assertThat(cast.tove.get("/api/v1/log/csv?q=" + ticket).response().body())
                .contains("passed the second course," + ticket);
    }

    @Test
    void anEntryKeepsAReasonOfItsOwn() throws Exception {
        JsonNode draft = membership(cast.tove.draft("Courses"), somebody(), "winter rota");
        JsonNode explained = explain(draft, "reason", "passed the course").body();
        assertThat(explained.path("entries").path(0).path("sentence").asString())
                .endsWith("because \"winter rota\"");
    }

    @Test
    void whatWasReviewedWithoutItIsNotAppliedWithIt() throws Exception {
        JsonNode draft = membership(cast.tove.draft("Courses"), somebody());
        String digest = cast.tove.reviewed(draft);
        JsonNode explained = explain(draft, "reason", "another reason").body();
        assertThat(cast.tove.reviewed(explained)).isNotEqualTo(digest);
        assertThat(cast.tove.apply(draft, UUID.randomUUID(), digest).text("code"))
                .isEqualTo("apply.draft-changed");
    }

    @Test
    void aReasonIsOneLineOfText() throws Exception {
        JsonNode draft = cast.tove.draft("Courses");
        for (String wrong : new String[] {"two\nlines", "<b>", "x".repeat(501)}) {
            Answer answer = explain(draft, "reason", wrong);
            assertThat(answer.status()).isEqualTo(400);
            assertThat(answer.body().path("fields").path(0).path("field").asString())
                    .isEqualTo("reason");
        }
        assertThat(explain(draft, "ticket", "x".repeat(101)).status()).isEqualTo(400);
        assertThat(explain(draft, "reason", "both", "name", "At once").status())
                .as("nothing that was sent is passed over")
                .isEqualTo(400);
        ObjectNode nothing = cast.tove.object();
        assertThat(cast.tove
                        .send("PATCH", "/api/v1/drafts/" + draft.path("id").asString(), nothing, "If-Match", "\"1\"")
                        .status())
                .isEqualTo(400);
    }
}

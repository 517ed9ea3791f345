package wexa.server.drafts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** Drafts read and written as text over HTTP. */
class DraftTextsTest {
    private final Cast cast = Cast.shared();

    DraftTextsTest() throws Exception {}

    private static String path(JsonNode draft) {
        return "/api/v1/drafts/" + draft.path("id").asString();
    }

    private String text(JsonNode draft) throws Exception {
        Answer answer = cast.tove.sendText("GET", path(draft) + "/text", null, "Accept", "text/plain");
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.response().headers().firstValue("Content-Type").orElse(""))
                .startsWith("text/plain");
        return answer.response().body();
    }

    private Answer put(JsonNode draft, String text) throws Exception {
        return cast.tove.sendText(
                "PUT",
                path(draft) + "/text",
                text,
                "Content-Type",
                "text/plain; charset=UTF-8",
                "If-Match",
                "\"" + draft.path("version").asLong() + "\"");
    }

    private static List<String> sentences(JsonNode draft) {
        return draft.path("entries")
                .valueStream()
                .map(entry -> entry.path("sentence").asString())
                .toList();
    }

    @Test
    void aNewcomerIsWrittenAsTextAppliedAndSavedAsAFile() throws Exception {
        String handle = Cast.unique("text").toLowerCase();
        String text = """
                # a newcomer
                add person %1$s "Nils" "O\\"Dell, Åström" home skerrow
                engage %1$s as employee job "Keeper" unit lagoon-hall from 2026-11-23
                put %1$s in group lagoon-keepers because "winter rota"
                open account for %1$s in pelagia/training as %1$s@skerrow.example
                seat %1$s in pelagia/training as keeper
                give role keeper to %1$s in pelagia/training
                """.formatted(handle);
        Answer written = put(cast.tove.draft("By text"), text);
        assertThat(written.status()).as("%s", written.body()).isEqualTo(200);
        JsonNode draft = written.body();
        assertThat(Cast.states(draft)).as("%s", draft).containsOnly("READY");
        JsonNode entries = draft.path("entries");
        assertThat(entries.path(4).path("fields").path("account").asString())
                .as("what the text makes is named by its id")
                .isEqualTo(entries.path(3).path("fields").path("id").asString());

        String again = text(draft);
        assertThat(again).startsWith("# By text\nadd person " + handle);
        JsonNode same = put(draft, again).body();
        assertThat(same.path("entries")).as("what says the same stays").isEqualTo(entries);

        Answer applied = cast.tove.apply(same);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        Answer file = cast.tove.sendText(
                "GET",
                "/api/v1/changesets/" + applied.body().path("changeset").asLong() + "/text",
                null,
                "Accept",
                "text/plain");
        assertThat(file.response().headers().firstValue("Content-Disposition").orElse(""))
                .contains(".wexa");
        assertThat(file.response().body()).isEqualTo(again);
    }

    @Test
    void aLineThatIsAddedMayNameWhatALineThatWasThereMakes() throws Exception {
        String handle = Cast.unique("later").toLowerCase();
        String first = "add person " + handle + " \"Nils\" \"Åström\" home skerrow\n";
        JsonNode draft = put(cast.tove.draft("One by one"), first).body();
        JsonNode both = put(
                        draft,
                        first + "engage " + handle + " as employee job \"Keeper\" unit lagoon-hall from 2026-11-23\n")
                .body();
        JsonNode entries = both.path("entries");
        assertThat(entries.path(1).path("fields").path("person"))
                .isEqualTo(entries.path(0).path("fields").path("id"));
        assertThat(Cast.states(both)).as("%s", both).containsOnly("READY");
    }

    @Test
    void aValueWithALineBreakDoesNotBecomeAnotherLine() throws Exception {
        JsonNode draft = cast.put(
                cast.tove.draft("Broken"), "membership.put", Map.of("member", "nobody\ninvite ines.abara\nat all"));
        String text = text(draft);
        assertThat(text.lines()).hasSize(2).allMatch(line -> line.startsWith("# "));
        assertThat(put(draft, text).body().path("entries")).isEqualTo(draft.path("entries"));
    }

    @Test
    void linesThatAreNoSentencesAreNamedAndNothingIsChanged() throws Exception {
        JsonNode draft = put(cast.tove.draft("Misspelt"), "invite ines.abara\n").body();
        Answer refused = put(draft, """
                invite ines.abara
                putt ines.abara in group lagoon-night
                put ines.abara in group
                """);
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text("code")).isEqualTo("sentence.refused");
        assertThat(refused.text("detail")).startsWith("2 lines are not changes.");
        assertThat(refused.body().path("fields").path(0).path("field").asString())
                .isEqualTo("line 2");
        assertThat(refused.body().path("fields").path(0).path("text").asString())
                .startsWith("Line 2, column 1: found “putt”, expected ")
                .endsWith("Did you mean “put”?");
        assertThat(refused.body().path("fields").path(1).path("text").asString())
                .isEqualTo("Line 3, column 24: the line ends, expected a group.");
        JsonNode after = cast.tove.get(path(draft)).body();
        assertThat(after.path("version")).isEqualTo(draft.path("version"));
        assertThat(after.path("entries")).isEqualTo(draft.path("entries"));
        Answer directory = put(draft, "list group mine \"Mine\" entry \"skerrow/mine\"");
        assertThat(directory.status()).isEqualTo(400);
        assertThat(directory.body().toString()).contains("made by hand");
    }

    @Test
    void linesThatAreLeftOutAreTakenOutAndWhatIsNotCompleteStays() throws Exception {
        JsonNode draft = put(cast.tove.draft("Shorter"), """
                put bo.ferreira in group lagoon-night
                put perrin.aldous in group lagoon-night
                """).body();
        JsonNode incomplete = cast.put(draft, "membership.put", Map.of("member", "nobody.at.all"));
        String text = text(incomplete);
        assertThat(text).contains("# not complete, and kept: Add a member. ");
        JsonNode shorter =
                put(incomplete, text.replaceFirst("put perrin[^\n]*\n", "")).body();
        assertThat(sentences(shorter)).containsExactly("put bo.ferreira in group lagoon-night", "");
        Answer stale = put(incomplete, "");
        assertThat(stale.status()).isEqualTo(412);
        assertThat(sentences(put(shorter, "").body())).containsExactly("");
    }

    @Test
    void whoMayOnlyLookReadsTheTextAndDoesNotWriteIt() throws Exception {
        Browserless bram = Browserless.signedIn(cast.stage.address(), "bram", "south-bay-2026");
        JsonNode draft =
                put(cast.tove.draft("Hands off"), "invite ines.abara\n").body();
        Answer read = bram.sendText("GET", path(draft) + "/text", null, "Accept", "text/plain");
        assertThat(read.status()).isEqualTo(200);
        Answer written = bram.sendText(
                "PUT",
                path(draft) + "/text",
                "",
                "Content-Type",
                "text/plain",
                "If-Match",
                "\"" + draft.path("version").asLong() + "\"");
        assertThat(written.status()).isEqualTo(403);
    }
}

package wexa.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;

/** Lines of the Desk that are quiet, taken or talked about, and its arrangement. */
class DeskLinesTest {
    private static final String PASSWORD = "given for the test";

    private final Cast cast = Cast.shared();
    private final String login = Cast.unique("desk");
    private final Browserless own = somebody();

    DeskLinesTest() throws Exception {}

    private Browserless somebody() throws Exception {
        ObjectNode made = cast.tove.object("login", login, "name", "Desk Er", "password", PASSWORD);
        made.putArray("acts").add("PREPARE");
        assertThat(cast.tove.send("POST", "/api/v1/administrators", made).status())
                .isEqualTo(201);
        return Browserless.signedIn(cast.stage.address(), login, PASSWORD);
    }

    private static List<JsonNode> lines(Browserless who, String part) throws Exception {
        return who.get("/api/v1/desk").body().path(part).valueStream().toList();
    }

    /** Somebody's last day: no job of another test changes it. */
    private static JsonNode leaver(Browserless who, String part) throws Exception {
        return lines(who, part).stream()
                .filter(line -> line.path("title").asString().equals("Bo Ferreira")
                        && line.path("kind").asString().equals("LEAVER"))
                .findFirst()
                .orElseThrow();
    }

    private int quiet(String line, String matter, String until) throws Exception {
        return own.send(
                        "PUT",
                        "/api/v1/desk/lines/" + line + "/quiet",
                        cast.tove.object("matter", matter, "until", until, "reason", "waits for the unit"))
                .status();
    }

    @Test
    void aQuietLineIsGoneFromOnesOwnDeskAloneAndComesBackWithAnotherMatter() throws Exception {
        JsonNode leaver = leaver(own, "items");
        String line = leaver.path("line").asString();
        assertThat(quiet(line, leaver.path("matter").asString(), "2026-11-23")).isEqualTo(400);
        assertThat(quiet(line, leaver.path("matter").asString(), "2026-11-27")).isEqualTo(204);

        JsonNode hidden = leaver(own, "quiet");
        assertThat(hidden.path("quiet").path("until").asString()).isEqualTo("2026-11-27");
        assertThat(hidden.path("quiet").path("reason").asString()).isEqualTo("waits for the unit");
        assertThat(lines(own, "items"))
                .noneMatch(one -> one.path("line").asString().equals(line));
        assertThat(leaver(cast.tove, "items").path("line").asString()).isEqualTo(line);

        assertThat(quiet(line, "0".repeat(64), "2026-11-27")).isEqualTo(204);
        assertThat(leaver(own, "items").path("line").asString()).isEqualTo(line);
    }

    @Test
    void whoTakesALineHasItAndCanGiveItToAColleagueWhoSeesTheDesk() throws Exception {
        String line = leaver(own, "items").path("line").asString();
        String holder = "/api/v1/desk/lines/" + line + "/holder";
        assertThat(own.send("PUT", holder, cast.tove.object("holder", "nobody-of-that-name"))
                        .status())
                .isEqualTo(400);
        assertThat(own.send("PUT", holder, cast.tove.object("holder", login)).status())
                .isEqualTo(204);
        assertThat(leaver(own, "items").path("isMine").asBoolean()).isTrue();
        JsonNode seen = leaver(cast.tove, "items");
        assertThat(seen.path("isMine").asBoolean()).isFalse();
        assertThat(seen.path("holder").path("name").asString()).isEqualTo("Desk Er");
        assertThat(cast.tove.send("DELETE", holder, null).status()).isEqualTo(204);
        assertThat(leaver(cast.tove, "items").path("isMine").asBoolean()).isTrue();
    }

    @Test
    void whatIsSaidAboutALineStandsThereForEverybody() throws Exception {
        String line = leaver(own, "items").path("line").asString();
        String comments = "/api/v1/desk/lines/" + line + "/comments";
        int before = leaver(cast.tove, "items").path("comments").asInt();
        assertThat(own.send("POST", comments, cast.tove.object("text", " ")).status())
                .isEqualTo(400);
        assertThat(own.send("POST", comments, cast.tove.object("text", "Asked the manager."))
                        .status())
                .isEqualTo(204);
        assertThat(leaver(cast.tove, "items").path("comments").asInt()).isEqualTo(before + 1);
        JsonNode said = cast.tove.get(comments).body();
        assertThat(said.path(said.size() - 1).path("author").asString()).isEqualTo("Desk Er");
        assertThat(said.path(said.size() - 1).path("text").asString()).isEqualTo("Asked the manager.");
        assertThat(own.send("POST", "/api/v1/desk/lines/elsewhere/comments", cast.tove.object("text", "x"))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void theDeskIsArrangedForOneselfAlone() throws Exception {
        ObjectNode order = cast.tove.object();
        order.putArray("sections").add("tenants").add("people");
        order.putArray("hidden").add("scheduled");
        order.put("onlyMine", true);
        assertThat(own.send("PUT", "/api/v1/desk/order", order).status()).isEqualTo(204);
        JsonNode kept = own.get("/api/v1/desk").body().path("order");
        assertThat(kept).isEqualTo(order);
        assertThat(cast.tove.get("/api/v1/desk").body().path("order").path("hidden"))
                .isEmpty();
    }

    @Test
    void aLineStaysTheSameWhenItsNumbersBecomeOthersAndItsMatterDoesNot() {
        DeskView.Item three = item("North: 3 differences", "3 things differ");
        DeskView.Item four = item("North: 4 differences", "4 things differ");
        assertThat(DeskArrangement.line(three)).isEqualTo(DeskArrangement.line(four));
        assertThat(DeskArrangement.matter(three)).isNotEqualTo(DeskArrangement.matter(four));
    }

    private static DeskView.Item item(String title, String text) {
        return new DeskView.Item("DIFFERENCE", title, text, "Open", "north", null, null, null);
    }
}

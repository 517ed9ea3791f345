package wexa.server.views;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** Views that are kept by name, and pins with their counts. */
class ViewsTest {
    private static final String PASSWORD = "given for the test";

    private final Cast cast = Cast.shared();
    private final Browserless own = somebody();
    private final Browserless other = somebody();

    ViewsTest() throws Exception {}

    private Browserless somebody() throws Exception {
        String login = Cast.unique("viewer");
        ObjectNode made = cast.tove.object("login", login, "name", "View Er", "password", PASSWORD);
        made.putArray("acts").add("PREPARE");
        assertThat(cast.tove.send("POST", "/api/v1/administrators", made).status())
                .isEqualTo(201);
        return Browserless.signedIn(cast.stage.address(), login, PASSWORD);
    }

    private Answer keep(Browserless who, String name, String filter, boolean isShared) throws Exception {
        ObjectNode view = cast.tove.object("name", name, "place", "people", "filter", filter);
        view.put("isShared", isShared);
        return who.send("POST", "/api/v1/views", view);
    }

    private static List<String> names(Browserless who) throws Exception {
        List<String> names = new ArrayList<>();
        who.get("/api/v1/views")
                .body()
                .forEach(view -> names.add(view.path("name").asString()));
        return names;
    }

    private Answer pin(Browserless who, String... viewsAndActs) throws Exception {
        ObjectNode pins = cast.tove.object();
        for (String one : viewsAndActs) {
            pins.withArray("pins").addObject().put(one.contains("-") && one.length() == 36 ? "view" : "act", one);
        }
        return who.send("PUT", "/api/v1/pins", pins);
    }

    @Test
    void aViewIsOnesOwnUntilItIsShared() throws Exception {
        String name = Cast.unique("Volunteers ");
        String id = keep(own, name, "kind=VOLUNTEER", false).text("id");
        assertThat(names(own)).contains(name);
        assertThat(names(other)).doesNotContain(name);
        assertThat(pin(other, id).status()).isEqualTo(400);

        assertThat(keep(own, name, "kind=VOLUNTEER", true).text("id")).isEqualTo(id);
        assertThat(names(other)).contains(name);
        assertThat(other.send("DELETE", "/api/v1/views/" + id, null).status()).isEqualTo(404);
        assertThat(own.send("DELETE", "/api/v1/views/" + id, null).status()).isEqualTo(204);
        assertThat(names(own)).doesNotContain(name);
    }

    @Test
    void whatIsNoFilterIsRefusedByName() throws Exception {
        for (String filter : List.of("unit=nowhere", "colour=red", "ends=SOON", "q=%zz", "account=north")) {
            Answer answer = keep(own, "Broken", filter, false);
            assertThat(answer.status()).as("%s %s", filter, answer.body()).isEqualTo(400);
        }
        assertThat(keep(own, "colour", "colour=red", false).text("detail"))
                .contains("colour")
                .contains("standing");
        assertThat(names(own)).doesNotContain("Broken");
    }

    @Test
    void aPinnedViewCountsWhatTheTableCounts() throws Exception {
        String id = keep(own, Cast.unique("Here "), "standing=HERE&kind=EMPLOYEE&sort=NAME", false)
                .text("id");
        assertThat(pin(own, "onboard", id).status()).isEqualTo(204);
        JsonNode pins = own.get("/api/v1/pins").body();
        assertThat(pins.path(0).path("act").asString()).isEqualTo("onboard");
        int total = own.get("/api/v1/people/table?standing=HERE&kind=EMPLOYEE")
                .body()
                .path("total")
                .asInt();
        assertThat(total).isPositive();
        assertThat(pins.path(1).path("count").asInt()).isEqualTo(total);
        assertThat(pins.path(1).path("before").isMissingNode()
                        || pins.path(1).path("before").isNull())
                .isTrue();
    }

    @Test
    void aCountIsHeldAgainstTheLastOneOfAnEarlierDayAlsoAfterThePinsAreOrderedAnew() throws Exception {
        String id = keep(own, Cast.unique("Left "), "standing=LEFT", false).text("id");
        pin(own, id);
        UUID pin = UUID.fromString(
                own.get("/api/v1/pins").body().path(0).path("id").asString());
        for (int day : List.of(18, 20)) {
            PinCountRow row = new PinCountRow();
            row.id = new PinCountRow.Key(pin, LocalDate.of(2026, 11, day));
            row.total = day;
            cast.bean(Pins.Counts.class).save(row);
        }
        assertThat(pin(own, "import", id).status()).isEqualTo(204);
        JsonNode before = own.get("/api/v1/pins").body().path(1).path("before");
        assertThat(before.path("day").asString()).isEqualTo("2026-11-20");
        assertThat(before.path("count").asInt()).isEqualTo(20);
    }

    @Test
    void pinsThatAreNeitherOrBothAreRefused() throws Exception {
        ObjectNode pins = cast.tove.object();
        pins.putArray("pins").addObject();
        assertThat(own.send("PUT", "/api/v1/pins", pins).status()).isEqualTo(400);
        assertThat(pin(own, "Give EVERYTHING").status()).isEqualTo(400);
        assertThat(own.get("/api/v1/pins").body()).isEmpty();
    }
}

package wexa.server.administrators;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;

/** Nobody raises themselves by way of other administrators, nor by others' drafts (rule 18). */
class GovernTest {
    private static final String PASSWORD = "long-enough-2026";

    private static Cast cast;

    @BeforeAll
    static void start() throws Exception {
        cast = Cast.shared();
    }

    /** An administrator with a browser of theirs. */
    private record Made(String id, String login, Browserless browser) {
        String path() {
            return "/api/v1/administrators/" + id;
        }
    }

    private static Made made(Set<String> acts, List<String> tenants) throws Exception {
        String login = Cast.unique("gov");
        ObjectNode body = cast.tove.object("login", login, "name", "Go " + login, "password", PASSWORD);
        acts.forEach(body.putArray("acts")::add);
        assertThat(cast.tove.send("POST", "/api/v1/administrators", body).status())
                .isEqualTo(201);
        String id = cast.find("/api/v1/administrators", "login", login);
        if (!tenants.isEmpty()) {
            ObjectNode reach = cast.tove.object();
            for (String tenant : tenants) {
                reach.withArray("tenants").add(cast.find("/api/v1/tenants", "path", tenant));
            }
            assertThat(cast.tove
                            .send("PUT", "/api/v1/administrators/" + id + "/reach", reach)
                            .status())
                    .isEqualTo(204);
        }
        return new Made(id, login, Browserless.signedIn(cast.stage.address(), login, PASSWORD));
    }

    private static ObjectNode acts(String... acts) {
        ObjectNode body = cast.tove.object();
        for (String act : acts) {
            body.withArray("acts").add(act);
        }
        return body;
    }

    private static void assertRefused(Answer answer, String words) {
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(403);
        assertThat(answer.body().toString()).contains(words);
    }

    @Test
    void whoReachesLessChangesNobodyWhoReachesMore() throws Exception {
        Made limited = made(Set.of("PREPARE", "APPLY", "GOVERN"), List.of("pelagia/north"));
        Made wide = made(Set.of("PREPARE", "GOVERN"), List.of());
        String words = "has more rights or a wider scope than you";
        Browserless kit = limited.browser();
        assertRefused(kit.send("DELETE", wide.path(), null), words);
        assertRefused(kit.send("PUT", wide.path() + "/acts", acts("LOOK")), words);
        assertRefused(kit.send("PUT", wide.path() + "/password", kit.object("password", "another-2026")), words);
        assertRefused(kit.send("DELETE", wide.path() + "/second-factor", null), words);
        assertRefused(kit.send("PUT", wide.path() + "/person", kit.object()), words);
        assertRefused(kit.send("PUT", wide.path() + "/reach", kit.object()), words);
        Made same = made(Set.of("PREPARE"), List.of("pelagia/north"));
        assertThat(kit.send("PUT", same.path() + "/acts", acts("LOOK")).status())
                .isEqualTo(204);
        Made elsewhere = made(Set.of("PREPARE"), List.of("pelagia/south"));
        assertRefused(kit.send("DELETE", elsewhere.path(), null), words);
    }

    @Test
    void nobodyHandsOnARightThatTheyDoNotHave() throws Exception {
        Made governor = made(Set.of("GOVERN"), List.of());
        Browserless kit = governor.browser();
        ObjectNode body = kit.object("login", Cast.unique("more"), "name", "More Right", "password", PASSWORD);
        body.putArray("acts").add("APPLY");
        assertRefused(
                kit.send("POST", "/api/v1/administrators", body),
                "You cannot grant a right that you do not have: apply");
        Made small = made(Set.of(), List.of());
        assertRefused(kit.send("PUT", small.path() + "/acts", acts("PREPARE", "APPLY")), "You cannot grant a right");
        assertThat(kit.send("PUT", small.path() + "/acts", acts("GOVERN")).status())
                .isEqualTo(204);
        Made mighty = made(Set.of("APPLY"), List.of());
        assertRefused(
                kit.send("PUT", mighty.path() + "/password", kit.object("password", "taken-over-2026")),
                "has more rights or a wider scope than you");
    }

    @Test
    void othersDraftsAreChangedByWhoeverMayGovernAloneAndTheLogSaysSo() throws Exception {
        Made owner = made(Set.of("PREPARE"), List.of());
        Made other = made(Set.of("PREPARE", "APPLY"), List.of());
        JsonNode draft = Newcomers.engaged(owner.browser(), Cast.unique("draft.of"), "G7", "office");
        String name = draft.path("name").asString();
        Answer refused = other.browser().put(draft, "person.add", Map.of("handle", "x"));
        assertRefused(refused, "This draft belongs to Go " + owner.login());
        Answer discarded = other.browser()
                .send(
                        "PATCH",
                        "/api/v1/drafts/" + draft.path("id").asString(),
                        cast.tove.object("state", "DISCARDED"),
                        "If-Match",
                        "\"" + draft.path("version").asLong() + "\"");
        assertRefused(discarded, "This draft belongs to Go " + owner.login());
        JsonNode changed =
                cast.put(draft, "group.make", Map.of("key", Cast.unique("g"), "name", "Given", "kind", "assigned"));
        changed = cast.put(
                changed, "group.make", Map.of("key", Cast.unique("h"), "name", "Given more", "kind", "assigned"));
        assertThat(cast.tove
                        .send(
                                "PATCH",
                                "/api/v1/drafts/" + draft.path("id").asString(),
                                cast.tove.object("state", "DISCARDED"),
                                "If-Match",
                                "\"" + changed.path("version").asLong() + "\"")
                        .status())
                .isEqualTo(200);
        List<String> sentences = cast.tove.get("/api/v1/log?limit=20").body().findValuesAsString("sentence").stream()
                .filter(one -> one.contains(name))
                .toList();
        assertThat(sentences)
                .containsExactlyInAnyOrder(
                        "change draft “" + name + "” of " + owner.login(),
                        "discard draft “" + name + "” of " + owner.login());
    }
}

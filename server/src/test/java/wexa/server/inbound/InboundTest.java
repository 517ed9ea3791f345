package wexa.server.inbound;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Cast;
import wexa.server.wiring.Settings;

/** An HR system that pushes people over SCIM, and what the policy for automatic changes makes of it. */
class InboundTest extends Pushing {
    InboundTest() throws Exception {}

    @Test
    void aNewcomerIsHeldOnTheDeskWithAPreparedDraftAndIsHereWhenItIsApplied() throws Exception {
        String name = Cast.unique("held");
        String id = created(user(name, "61001")).path("id").asString();
        JsonNode pushed = pushed(id);
        assertThat(pushed.path("state").asString()).isEqualTo("HELD");
        assertThat(person(name)).isEmpty();
        JsonNode item = cast.tove
                .get("/api/v1/desk")
                .body()
                .path("items")
                .valueStream()
                .filter(one -> one.path("target").equals(pushed.path("draft")))
                .findFirst()
                .orElseThrow();
        assertThat(item.path("kind").asString()).isEqualTo("HELD");
        assertThat(item.path("text").asString()).isEqualTo("Held because approval is required by the policy");
        JsonNode draft = draft(pushed);
        assertThat(draft.path("owner").asString()).isEqualTo("tove");
        assertThat(Cast.states(draft)).containsExactly("READY", "READY");
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        assertThat(person(name).orElseThrow().path("job").asString()).isEqualTo("Keeper");
        assertThat(person(name).orElseThrow().path("unit").asString()).isEqualTo("Lagoon Hall");
    }

    @Test
    void whatIsPushedAgainWhileItIsHeldStaysOneDraft() throws Exception {
        String name = Cast.unique("again");
        ObjectNode user = user(name, "61002");
        String id = created(user).path("id").asString();
        String draft = pushed(id).path("draft").asString();
        user.put("title", "Vet");
        assertThat(scim("PUT", "/Users/" + id, user).statusCode()).isEqualTo(200);
        assertThat(pushed(id).path("draft").asString()).isEqualTo(draft);
        assertThat(draft(pushed(id)).toString()).contains("Vet").doesNotContain("Keeper");
        assertThat(draft(pushed(id)).path("entries")).hasSize(2);
    }

    @Test
    void whatIsPushedAtOnceIsHeldOnceAndAsItWasKeptLast() throws Exception {
        ObjectNode user = user(Cast.unique("atonce"), "70117");
        String id = created(user).path("id").asString();
        discard(draft(pushed(id)));
        try (ExecutorService many = Executors.newFixedThreadPool(6)) {
            List<Callable<Integer>> pushes = new ArrayList<>();
            for (int number = 0; number < 6; number++) {
                ObjectNode other = user.deepCopy().put("title", "Keeper " + number);
                pushes.add(() -> scim("PUT", "/Users/" + id, other).statusCode());
            }
            for (Future<Integer> push : many.invokeAll(pushes)) {
                assertThat(push.get()).isEqualTo(200);
            }
        }
        String title = read(scim("GET", "/Users/" + id, null)).path("title").asString();
        List<JsonNode> held = cast.tove
                .get("/api/v1/policies/held")
                .body()
                .valueStream()
                .filter(one -> one.path("name").asString().startsWith("Pim Of 70117"))
                .toList();
        assertThat(held).hasSize(1);
        assertThat(draft(held.getFirst()).toString()).contains(title);
    }

    @Test
    void withinThePolicyAPushPassesIsLoggedAndChangesAndEndsFollow() throws Exception {
        policy("PASS", 10, 50);
        String name = Cast.unique("passes");
        String id = created(user(name, "61003")).path("id").asString();
        assertThat(pushed(id).path("state").asString()).isEqualTo("PASSED");
        JsonNode here = person(name).orElseThrow();
        assertThat(here.path("standing").asString()).isEqualTo("HERE");
        assertThat(cast.tove
                        .get("/api/v1/changesets")
                        .body()
                        .path(0)
                        .path("origin")
                        .asString())
                .isEqualTo("INBOUND");

        ObjectNode patch = json.createObjectNode();
        patch.putArray("schemas").add(PATCH);
        ObjectNode operation = patch.putArray("Operations").addObject();
        operation.put("op", "replace").put("path", "name.familyName").put("value", "Changed");
        assertThat(scim("PATCH", "/Users/" + id, patch).statusCode()).isEqualTo(200);
        assertThat(person(name).orElseThrow().path("name").asString()).isEqualTo("Pim Changed");

        assertThat(scim("DELETE", "/Users/" + id, null).statusCode()).isEqualTo(204);
        assertThat(scim("GET", "/Users/" + id, null).statusCode()).isEqualTo(404);
        assertThat(person(name).orElseThrow().path("standing").asString()).isEqualTo("LEFT");
    }

    @Test
    void whatCannotBeAsItWasPushedIsHeldToBeSettled() throws Exception {
        policy("PASS", 100, 100);
        ObjectNode user = user(Cast.unique("nowhere"), "61008");
        ((ObjectNode) user.path(ENTERPRISE)).put("department", "Nowhere Hall");
        String id = created(user).path("id").asString();
        assertThat(pushed(id).path("state").asString()).isEqualTo("HELD");
        assertThat(draft(pushed(id)).toString()).contains("“Nowhere Hall” does not exist");
        assertThat(cast.tove.get("/api/v1/policies/held").body().toString()).contains("1 entry is to complete first");
    }

    @Test
    void whoCameOnceStaysThatPersonWhateverIsHeldOrDiscardedLater() throws Exception {
        policy("PASS", 10, 50);
        ObjectNode user = user(Cast.unique("stays"), "61009");
        String id = created(user).path("id").asString();
        String person = pushed(id).path("person").asString();
        policy("HOLD", 10, 50);
        user.put("title", "Vet");
        assertThat(scim("PUT", "/Users/" + id, user).statusCode()).isEqualTo(200);
        assertThat(pushed(id).path("state").asString()).isEqualTo("HELD");
        JsonNode held = draft(pushed(id));
        discard(held);
        policy("PASS", 10, 50);
        user.put("title", "Diver");
        assertThat(scim("PUT", "/Users/" + id, user).statusCode()).isEqualTo(200);
        assertThat(pushed(id).path("state").asString())
                .as("nobody is taken for somebody new")
                .isEqualTo("PASSED");
        assertThat(pushed(id).path("person").asString()).isEqualTo(person);
        assertThat(cast.tove.get("/api/v1/people/" + person).body().toString()).contains("Diver");
    }

    @Test
    void whatIsBeyondThePolicyIsHeldWithTheNumbers() throws Exception {
        policy("PASS", 0, 50);
        String id = created(user(Cast.unique("beyond"), "61004")).path("id").asString();
        assertThat(pushed(id).path("state").asString()).isEqualTo("HELD");
        assertThat(cast.tove.get("/api/v1/policies/held").body().toString())
                .contains("it touches 1 people, and 0 pass");
    }

    @Test
    void somebodyWhoLooksLikeSomebodyHereIsNeverMergedUnseen() throws Exception {
        policy("PASS", 100, 100);
        ObjectNode user = user("somebody.new", "61005");
        user.put("userName", "ailsa.bexhall");
        String id = created(user).path("id").asString();
        JsonNode pushed = pushed(id);
        assertThat(pushed.path("state").asString()).isEqualTo("HELD");
        assertThat(cast.tove.get("/api/v1/policies/held").body().toString())
                .contains("it looks like somebody known here");
        assertThat(person("ailsa.bexhall").orElseThrow().path("name").asString())
                .isEqualTo("Ailsa Bexhall");
        discard(draft(pushed));
        user.put("title", "Diver");
        assertThat(scim("PUT", "/Users/" + id, user).statusCode()).isEqualTo(200);
        assertThat(pushed(id).path("state").asString())
                .as("kept apart once, it is still nobody's")
                .isEqualTo("HELD");
    }

    @Test
    void anAdministratorsOwnEntryIsHeldUnderTheWidestPolicy() throws Exception {
        policy("PASS", 1000, 100);
        ObjectNode user = user("tove.lindqvist", "61006");
        created(user);
        assertThat(cast.tove.get("/api/v1/policies/held").body().toString()).contains("it touches an administrator");
    }

    @Test
    void versionsGuardChangesAndSpareReading() throws Exception {
        ObjectNode user = user(Cast.unique("etag"), "61007");
        HttpResponse<String> made = scim("POST", "/Users", user);
        String path = "/Users/" + read(made).path("id").asString();
        String tag = made.headers().firstValue("ETag").orElseThrow();
        assertThat(read(made).path("meta").path("version").asString()).isEqualTo(tag);
        assertThat(scim("GET", path, null, "If-None-Match", tag).statusCode()).isEqualTo(304);
        assertThat(scim("PUT", path, user, "If-Match", tag).headers().firstValue("ETag"))
                .as("the same again is no new version")
                .contains(tag);
        user.put("title", "Vet");
        assertThat(scim("PUT", path, user, "If-Match", tag).statusCode()).isEqualTo(200);
        HttpResponse<String> stale = scim("PUT", path, user, "If-Match", tag);
        assertThat(stale.statusCode()).isEqualTo(412);
        assertThat(read(stale).path("detail").asString()).contains("Read it again");
        assertThat(scim("GET", path, null, "If-None-Match", tag).statusCode()).isEqualTo(200);
    }

    @Test
    void usersAreFilteredAndPaged() throws Exception {
        String stem = "p" + UUID.randomUUID().toString().substring(0, 6);
        for (int number = 0; number < 5; number++) {
            created(user(stem + number, "6102" + number));
        }
        String filter = "/Users?filter=" + "userName%20sw%20%22" + stem + "%22";
        JsonNode first = read(scim("GET", filter + "&count=2", null));
        assertThat(first.path("totalResults").asInt()).isEqualTo(5);
        assertThat(first.path("Resources")).hasSize(2);
        JsonNode last = read(scim("GET", filter + "&startIndex=5&count=2", null));
        assertThat(last.path("Resources")).hasSize(1);
        assertThat(read(scim("GET", filter + "&count=0", null))
                        .path("totalResults")
                        .asInt())
                .isEqualTo(5);
        JsonNode exact = read(scim("GET", "/Users?filter=externalId%20eq%20%22hr-61023%22", null));
        assertThat(exact.path("Resources").path(0).path("userName").asString()).isEqualTo(stem + "3");
        HttpResponse<String> wrong = scim("GET", "/Users?filter=userName%20like%20%22x%22", null);
        assertThat(wrong.statusCode()).isEqualTo(400);
        assertThat(read(wrong).path("scimType").asString()).isEqualTo("invalidFilter");
        assertThat(scim("GET", "/Users?count=many", null).statusCode()).isEqualTo(400);
    }

    @Test
    void errorsAreThoseOfTheStandard() throws Exception {
        ObjectNode user = user(Cast.unique("twice"), "61030");
        created(user);
        for (Map.Entry<HttpResponse<String>, String> one : Map.of(
                        scim("POST", "/Users", user), "409 uniqueness",
                        scim("POST", "/Users", "{\"userName\": 7}"), "400 invalidValue",
                        scim("POST", "/Users", "nonsense"), "400 invalidSyntax",
                        scim("POST", "/Users", "x".repeat(1_100_000)), "413 ",
                        scim("GET", "/Users/" + UUID.randomUUID(), null), "404 ",
                        scim("GET", "/Users/not-an-id", null), "404 ",
                        scim("GET", "/Groups", null), "404 ",
                        scim("PATCH", "/Users/" + UUID.randomUUID(), "{}"), "404 ")
                .entrySet()) {
            JsonNode body = read(one.getKey());
            assertThat(one.getKey().statusCode() + " " + body.path("scimType").asString(""))
                    .as(one.getKey().body())
                    .isEqualTo(one.getValue());
            assertThat(body.path("schemas").path(0).asString())
                    .isEqualTo("urn:ietf:params:scim:api:messages:2.0:Error");
            assertThat(one.getKey().headers().firstValue("Content-Type").orElse(""))
                    .startsWith("application/scim+json");
        }
    }

    @Test
    void discoverySaysWhatThereIs() throws Exception {
        for (String path : List.of("/ServiceProviderConfig", "/ResourceTypes", "/Schemas")) {
            HttpResponse<String> answer = scim("GET", path, null);
            assertThat(answer.statusCode()).as(path).isEqualTo(200);
            assertThat(answer.body())
                    .as("addresses are those of the settings, not of the request")
                    .contains(cast.stage.bean(Settings.class).publicUrl() + "/scim/v2");
        }
    }

    @Test
    void onlyAKeyThatIsGoodOpensTheDoorAndOnlyThatOne() throws Exception {
        JsonNode other = made(Cast.unique("short").replace('.', '-'));
        String mine = created(user(Cast.unique("mine"), "61040")).path("id").asString();
        String bearer = "Bearer " + other.path("key").asString();
        assertThat(scim("GET", "/Users", null, "Authorization", bearer).statusCode())
                .isEqualTo(200);
        assertThat(scim("GET", "/Users/" + mine, null, "Authorization", bearer).statusCode())
                .as("what another program pushed is not there")
                .isEqualTo(404);
        assertThat(cast.tove
                        .send("DELETE", "/api/v1/services/" + other.path("id").asString(), null)
                        .status())
                .isEqualTo(204);
        for (String wrong : List.of(bearer, "Bearer nonsense", "Basic dG92ZTpub3J0aA==", "")) {
            HttpResponse<String> answer = scim("GET", "/Users", null, "Authorization", wrong);
            assertThat(answer.statusCode()).as(wrong).isEqualTo(401);
            assertThat(answer.headers().firstValue("WWW-Authenticate")).isPresent();
        }
        assertThat(http.send(
                                HttpRequest.newBuilder(cast.stage.address().resolve("/api/v1/people"))
                                        .header("Authorization", "Bearer " + key)
                                        .build(),
                                HttpResponse.BodyHandlers.ofString())
                        .statusCode())
                .as("the key opens no other door")
                .isEqualTo(401);
        assertThat(cast.tove.get("/api/v1/services").body().toString())
                .doesNotContain(key)
                .doesNotContain("keyHash");
    }

    @Test
    void programsHaveNamesOfTheirOwn() throws Exception {
        String name = Cast.unique("only").replace('.', '-');
        made(name);
        ObjectNode again = cast.tove.object("name", name);
        again.put("days", 30);
        assertThat(cast.tove.send("POST", "/api/v1/services", again).body().toString())
                .contains("service.name-taken");
        again.put("name", "Not good");
        assertThat(cast.tove.send("POST", "/api/v1/services", again).status()).isEqualTo(400);
        assertThat(cast.tove
                        .send("DELETE", "/api/v1/services/" + UUID.randomUUID(), null)
                        .status())
                .isEqualTo(404);
        assertThat(cast.tove.send("PUT", "/api/v1/policies/CLOCK", wide()).status())
                .isEqualTo(404);
    }
}

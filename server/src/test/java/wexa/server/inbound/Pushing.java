package wexa.server.inbound;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;

/** A program that pushes people over SCIM, with a key of its own. */
abstract class Pushing {
    static final String ENTERPRISE = "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User";
    static final String PATCH = "urn:ietf:params:scim:api:messages:2.0:PatchOp";

    final JsonMapper json = new JsonMapper();
    final HttpClient http = HttpClient.newHttpClient();
    final Cast cast = Cast.shared();
    final String key = made(Cast.unique("hr").replace('.', '-')).path("key").asString();

    Pushing() throws Exception {}

    @AfterEach
    void everythingIsHeldAgain() throws Exception {
        policy("HOLD", 10, 5);
    }

    final JsonNode made(String name) throws Exception {
        ObjectNode input = cast.tove.object("name", name);
        input.put("days", 30);
        Browserless.Answer answer = cast.tove.send("POST", "/api/v1/services", input);
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(201);
        return answer.body();
    }

    final void policy(String mode, int people, int percent) throws Exception {
        ObjectNode input = cast.tove.object("mode", mode);
        input.put("mostPeople", people);
        input.put("mostPercent", percent);
        assertThat(cast.tove.send("PUT", "/api/v1/policies/INBOUND", input).status())
                .isEqualTo(204);
    }

    final ObjectNode wide() {
        ObjectNode input = cast.tove.object("mode", "PASS");
        input.put("mostPeople", 1000);
        input.put("mostPercent", 100);
        return input;
    }

    final HttpResponse<String> scim(String method, String path, Object body, String... headers) throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(
                        cast.stage.address().resolve("/scim/v2" + path))
                .header("Authorization", "Bearer " + key)
                .header("Content-Type", "application/scim+json");
        for (int at = 0; at + 1 < headers.length; at += 2) {
            request.setHeader(headers[at], headers[at + 1]);
        }
        request.method(
                method,
                body == null
                        ? HttpRequest.BodyPublishers.noBody()
                        : HttpRequest.BodyPublishers.ofString(body.toString()));
        return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    final JsonNode read(HttpResponse<String> answer) {
        return json.readTree(answer.body());
    }

    final ObjectNode user(String userName, String number) {
        ObjectNode user = json.createObjectNode();
        user.put("userName", userName);
        user.put("externalId", "hr-" + number);
        user.putObject("name").put("givenName", "Pim").put("familyName", "Of " + number);
        user.put("title", "Keeper");
        user.put("userType", "Employee");
        user.putObject(ENTERPRISE).put("employeeNumber", number).put("department", "Lagoon Hall");
        return user;
    }

    final JsonNode created(ObjectNode user) throws Exception {
        HttpResponse<String> answer = scim("POST", "/Users", user);
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(201);
        return read(answer);
    }

    /** How the last push of a user stands, as administrators see it. */
    final JsonNode pushed(String id) throws Exception {
        for (JsonNode one : cast.tove.get("/api/v1/services").body().path("pushed")) {
            if (one.path("id").asString().equals(id)) {
                return one;
            }
        }
        throw new AssertionError("nothing was pushed as " + id);
    }

    final Optional<JsonNode> person(String handle) throws Exception {
        return cast.tove
                .get("/api/v1/people?q=" + handle)
                .body()
                .path("people")
                .valueStream()
                .findFirst();
    }

    final JsonNode draft(JsonNode pushed) throws Exception {
        return cast.tove
                .get("/api/v1/drafts/" + pushed.path("draft").asString())
                .body();
    }

    final void discard(JsonNode draft) throws Exception {
        String path = "/api/v1/drafts/" + draft.path("id").asString();
        String version = "\"" + draft.path("version").asLong() + "\"";
        ObjectNode state = cast.tove.object("state", "DISCARDED");
        assertThat(cast.tove.send("PATCH", path, state, "If-Match", version).status())
                .isEqualTo(200);
    }
}

package wexa.sandbox;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A stand-in tenant as its callers meet it: SCIM's rules, its own enforcement, and the faults that it is told to have. */
class StandInsTest {
    private static final String SEATS = "urn:wexa:scim:schemas:extension:1.0:Seat";

    @TempDir
    Path folder;

    private final HttpClient http = HttpClient.newHttpClient();
    private StandIns standIns;

    private record Answer(int status, JsonNode body, HttpResponse<String> response) {}

    @BeforeEach
    void start() throws Exception {
        Files.createDirectories(folder.resolve("tenants"));
        Files.writeString(
                folder.resolve("tenants.json"), "[{\"key\": \"dock\", \"token\": \"secret\", \"tenant\": \"t\"}]");
        Files.writeString(folder.resolve("tenants/dock.json"), """
                {"key": "dock", "app": "drydock", "name": "Dock", "delayMillis": 0,
                 "capabilities": ["USERS", "GROUPS", "SEATS", "AREAS", "ROLES", "ASSIGNMENTS", "EVALUATION", "PASSWORDS"],
                 "seatKinds": [{"key": "full", "carries": ["drydock:order:close"]}], "pools": {"full": 1},
                 "catalogue": [{"key": "order", "name": "Orders", "actions": [
                    {"key": "see", "label": "see", "sort": "LOOK"}, {"key": "close", "label": "close", "sort": "WORK"}]}],
                 "Users": [{"userName": "ada", "externalId": "e-ada", "active": true},
                           {"userName": "bo", "externalId": "e-bo", "active": true}],
                 "Groups": [{"externalId": "e-crew", "displayName": "Crew", "members": [{"externalId": "e-ada"}]}],
                 "Roles": [{"externalId": "e-role", "displayName": "Worker",
                            "permissions": ["drydock:order:see", "drydock:order:close"]}],
                 "Areas": [{"key": "berths", "displayName": "Berths"}, {"key": "berth-3", "displayName": "3", "parent": "berths"}],
                 "Assignments": [{"externalId": "e-given", "subject": {"type": "Group", "externalId": "e-crew"},
                                  "role": {"externalId": "e-role"}, "area": "berths", "validUntil": "2026-11-28T00:00:00Z"}]}
                """);
        open(Instant.parse("2026-11-23T08:00:00Z"));
    }

    private void open(Instant now) throws Exception {
        standIns = new StandIns(folder, folder.resolve("state"), 0, 0, Clock.fixed(now, ZoneOffset.UTC));
    }

    @AfterEach
    void stop() throws Exception {
        standIns.close();
    }

    private Answer send(String method, String path, String body, String... headers)
            throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + standIns.port() + "/dock/" + path))
                .header("Authorization", "Bearer secret")
                .method(method, HttpRequest.BodyPublishers.ofString(body));
        for (int at = 0; at + 1 < headers.length; at += 2) {
            request.header(headers[at], headers[at + 1]);
        }
        HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
        boolean isJson = !response.body().isEmpty() && !response.body().startsWith("<");
        JsonNode read = JsonUtils.getObjectReader().readTree(isJson ? response.body() : "{}");
        return new Answer(response.statusCode(), read, response);
    }

    private JsonNode found(String type, String filter) throws Exception {
        String query = URLEncoder.encode(filter, StandardCharsets.UTF_8);
        return send("GET", "scim/v2/" + type + "?filter=" + query, "")
                .body()
                .path("Resources")
                .path(0);
    }

    private boolean may(String user, String action, String area) throws Exception {
        String body = "{\"subject\": {\"type\": \"user\", \"id\": \"" + user + "\"}, \"action\": {\"name\": \"" + action
                + "\"}, \"resource\": {\"type\": \"order\", \"id\": \"*\", \"properties\": {\"area\": \"" + area
                + "\"}}}";
        return send("POST", "access/v1/evaluation", body)
                .body()
                .path("decision")
                .asBoolean();
    }

    private int signIn(String userName, String password) throws Exception {
        String form = "userName=" + userName + "&password=" + password.replace(' ', '+');
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + standIns.port() + "/dock/sign-in"))
                .POST(HttpRequest.BodyPublishers.ofString(form))
                .build();
        return http.send(request, HttpResponse.BodyHandlers.ofString()).statusCode();
    }

    @Test
    void aPasswordOpensTheDoorAndIsNeverAnswered() throws Exception {
        String path = "scim/v2/Users/"
                + found("Users", "userName eq \"ada\"").path("id").asText();
        String patch = "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"],\"Operations\":[{\"op\":"
                + "\"replace\",\"path\":\"password\",\"value\":\"%s\"}]}";
        assertThat(send("PATCH", path, patch.formatted("short")).status()).isEqualTo(400);
        Answer set = send("PATCH", path, patch.formatted("seven grey seals"));
        assertThat(set.status()).isEqualTo(200);
        assertThat(set.body().toString()).doesNotContain("seals", "password");
        assertThat(send("GET", path, "").body().toString()).doesNotContain("seals");
        assertThat(signIn("ada", "seven grey seals")).isEqualTo(200);
        assertThat(signIn("ada", "seven grey whales")).isEqualTo(401);
        assertThat(signIn("bo", "seven grey seals")).isEqualTo(401);
        String close = "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"],\"Operations\":[{\"op\":"
                + "\"replace\",\"path\":\"active\",\"value\":false}]}";
        send("PATCH", path, close);
        assertThat(signIn("ada", "seven grey seals")).as("a closed account").isEqualTo(401);
    }

    @Test
    void announcesItsResourceTypesAndItsCatalogue() throws Exception {
        JsonNode types = send("GET", "scim/v2/ResourceTypes", "").body().path("Resources");
        List<String> endpoints = new ArrayList<>();
        types.forEach(type -> endpoints.add(type.path("endpoint").asText()));
        assertThat(endpoints)
                .containsExactly(
                        "/Users",
                        "/Groups",
                        "/Roles",
                        "/Areas",
                        "/Assignments",
                        "/Permissions",
                        "/Tasks",
                        "/PermissionSets",
                        "/SeatKinds");
        assertThat(send("GET", "scim/v2/Tasks", "").body().path("totalResults").asInt())
                .as("nobody said what people call the work there")
                .isZero();
        JsonNode seats = send("GET", "scim/v2/SeatKinds", "").body().path("Resources");
        assertThat(seats.path(0).path("displayName").asText()).isEqualTo("Full");
        assertThat(seats.path(0).path("size").asInt()).isEqualTo(1);
        JsonNode catalogue = send("GET", "scim/v2/Permissions", "").body();
        assertThat(catalogue.path("totalResults").asInt()).isEqualTo(2);
        assertThat(catalogue.path("Resources").path(1).path("id").asText()).isEqualTo("drydock:order:close");
        assertThat(send("GET", "scim/v2/Boats", "").status()).isEqualTo(404);
        assertThat(send("GET", "scim/v2/ServiceProviderConfig", "")
                        .body()
                        .path("etag")
                        .path("supported")
                        .asBoolean())
                .isTrue();
    }

    @Test
    void filtersAndPages() throws Exception {
        assertThat(found("Users", "externalId eq \"e-bo\"").path("userName").asText())
                .isEqualTo("bo");
        JsonNode page = send("GET", "scim/v2/Users?startIndex=2&count=1", "").body();
        assertThat(page.path("totalResults").asInt()).isEqualTo(2);
        assertThat(page.path("itemsPerPage").asInt()).isEqualTo(1);
        assertThat(page.path("Resources").path(0).path("userName").asText()).isEqualTo("bo");
        assertThat(send("GET", "scim/v2/Users?filter=nonsense", "").status()).isEqualTo(400);
        assertThat(send("GET", "scim/v2/Users?count=many", "").status()).isEqualTo(400);
    }

    @Test
    void refusesWhatClashesOrIsIncomplete() throws Exception {
        Answer taken = send("POST", "scim/v2/Users", "{\"userName\": \"ADA\"}");
        assertThat(taken.status()).isEqualTo(409);
        assertThat(taken.body().path("scimType").asText()).isEqualTo("uniqueness");
        assertThat(send("POST", "scim/v2/Users", "{\"userName\": \"new\", \"externalId\": \"e-bo\"}")
                        .status())
                .isEqualTo(409);
        assertThat(send("POST", "scim/v2/Users", "{}").body().path("scimType").asText())
                .isEqualTo("invalidValue");
        assertThat(send("POST", "scim/v2/Users", "{").body().path("scimType").asText())
                .isEqualTo("invalidSyntax");
        assertThat(send("POST", "scim/v2/Areas", "{\"key\": \"x\"}").status()).isEqualTo(403);
        Answer nowhere = send(
                "POST",
                "scim/v2/Assignments",
                "{\"subject\": {\"type\": \"User\", \"value\": \"nobody\"}, \"role\": {\"value\": \"none\"}}");
        assertThat(nowhere.body().path("detail").asText()).contains("subject nobody is not known here");
    }

    @Test
    void aVersionThatIsNotTheNewestIsRefused() throws Exception {
        JsonNode ada = found("Users", "userName eq \"ada\"");
        String path = "scim/v2/Users/" + ada.path("id").asText();
        String patch = "{\"schemas\": [\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"], \"Operations\": ["
                + "{\"op\": \"replace\", \"path\": \"displayName\", \"value\": \"Ada\"}]}";
        Answer first = send("PATCH", path, patch, "If-Match", "W/\"1\"");
        assertThat(first.status()).isEqualTo(200);
        assertThat(first.response().headers().firstValue("ETag")).contains("W/\"2\"");
        assertThat(send("PATCH", path, patch, "If-Match", "W/\"1\"").status()).isEqualTo(412);
        assertThat(send("DELETE", path, "", "If-Match", "W/\"2\"").status()).isEqualTo(204);
        assertThat(send("GET", path, "").status()).isEqualTo(404);
    }

    private Answer seat(String user, String kind) throws Exception {
        String path = "scim/v2/Users/"
                + found("Users", "userName eq \"" + user + "\"").path("id").asText();
        return send(
                "PATCH",
                path,
                "{\"schemas\": [\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"], \"Operations\": ["
                        + "{\"op\": \"replace\", \"path\": \"" + SEATS + ":seats\", \"value\": [{\"value\": \"" + kind
                        + "\"}]}]}");
    }

    @Test
    void aPoolGivesNoMoreSeatsThanItHas() throws Exception {
        assertThat(seat("ada", "full").status()).isEqualTo(200);
        Answer second = seat("bo", "full");
        assertThat(second.status()).isEqualTo(400);
        assertThat(second.body().path("detail").asText()).isEqualTo("all 1 seats of kind full are taken");
        assertThat(seat("bo", "throne").body().path("detail").asText()).isEqualTo("there is no seat kind throne");
    }

    @Test
    void decidesByGroupsAreasSeatsAndDates() throws Exception {
        assertThat(may("ada", "see", "berth-3")).isTrue();
        assertThat(may("bo", "see", "berth-3")).isFalse();
        assertThat(may("ada", "see", "")).isFalse();
        assertThat(may("ada", "close", "berth-3")).isFalse();
        seat("ada", "full");
        assertThat(may("ada", "close", "berth-3")).isTrue();
        assertThat(may("nobody", "see", "berths")).isFalse();
        standIns.close();
        open(Instant.parse("2026-11-28T00:00:00Z"));
        assertThat(may("ada", "see", "berth-3")).isFalse();
    }

    @Test
    void misbehavesAsOftenAsItIsTold() throws Exception {
        assertThat(send("PUT", "faults", "{\"kind\": \"LIMITED\", \"times\": 2}")
                        .status())
                .isEqualTo(204);
        Answer limited = send("GET", "scim/v2/Users", "");
        assertThat(limited.status()).isEqualTo(429);
        assertThat(limited.response().headers().firstValue("Retry-After")).contains("1");
        assertThat(send("GET", "scim/v2/Users", "").status()).isEqualTo(429);
        assertThat(send("GET", "scim/v2/Users", "").status()).isEqualTo(200);
    }

    @Test
    void answersInPiecesOrWithAPageInPlaceOfJson() throws Exception {
        send("PUT", "faults", "{\"kind\": \"TRICKLED\", \"times\": 1}");
        assertThat(send("GET", "scim/v2/Users", "").body().has("totalResults")).isTrue();
        for (String kind : List.of("MISTYPED", "STRAYED")) {
            send("PUT", "faults", "{\"kind\": \"" + kind + "\", \"times\": 1}");
            Answer page = send("GET", "scim/v2/Users", "");
            assertThat(page.status()).isEqualTo(kind.equals("STRAYED") ? 404 : 200);
            assertThat(page.response().headers().firstValue("Content-Type").orElseThrow())
                    .startsWith("text/html");
        }
    }

    @Test
    void withoutItsTokenItSaysNothing() throws Exception {
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + standIns.port() + "/dock/scim/v2/Users"))
                .build();
        assertThat(http.send(request, HttpResponse.BodyHandlers.ofString()).statusCode())
                .isEqualTo(401);
    }
}

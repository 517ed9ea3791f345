package wexa.server.testing;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Talks to the API as a page does: cookies kept, the CSRF token sent back, JSON both ways. */
public final class Browserless {
    private static final String OWN = ", chosen by themselves";

    private final JsonMapper json = new JsonMapper();
    private final URI address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    /** Status and body of an answer. */
    public record Answer(int status, JsonNode body, HttpResponse<String> response) {
        public String text(String name) {
            return body.path(name).asString("");
        }
    }

    public Browserless(URI address) {
        this.address = address;
    }

    /**
     * Signs in. Who has to choose an own password does so, and signs in with that from then on: {@code password} then stands
     * for either.
     */
    public static Browserless signedIn(URI address, String login, String password) throws Exception {
        Browserless browser = new Browserless(address);
        browser.get("/api/v1/session");
        Answer answer = browser.signIn(login, password);
        if (answer.text("code").equals("wrong-credentials")) {
            answer = browser.signIn(login, password + OWN);
        }
        if (answer.status() != 200) {
            throw new IllegalStateException(
                    "sign-in of " + login + " answered " + answer.status() + " " + answer.body());
        }
        if (answer.body().path("lacks").toString().contains("PASSWORD")) {
            Answer changed = browser.send(
                    "PUT", "/api/v1/me/password", browser.object("old", password, "fresh", password + OWN));
            if (changed.status() != 204) {
                throw new IllegalStateException("choosing a password answered " + changed.body());
            }
        }
        return browser;
    }

    /** What {@link #signedIn} chose for somebody who was given a password. */
    public static String own(String given) {
        return given + OWN;
    }

    public Answer signIn(String login, String password) throws Exception {
        return send("POST", "/api/v1/session", object("login", login, "password", password));
    }

    public ObjectNode object(String... namesAndValues) {
        ObjectNode made = json.createObjectNode();
        for (int at = 0; at + 1 < namesAndValues.length; at += 2) {
            made.put(namesAndValues[at], namesAndValues[at + 1]);
        }
        return made;
    }

    public Answer get(String path) throws IOException, InterruptedException {
        return send("GET", path, null);
    }

    public Answer send(String method, String path, JsonNode body, String... headers)
            throws IOException, InterruptedException {
        return sendText(method, path, body == null ? null : body.toString(), headers);
    }

    public Answer sendText(String method, String path, String body, String... headers)
            throws IOException, InterruptedException {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(address.resolve(path)).header("Accept", "application/json");
        if (body != null && !List.of(headers).contains("Content-Type")) {
            request.header("Content-Type", "application/json");
        }
        token().ifPresent(value -> request.header("X-XSRF-TOKEN", value));
        for (int at = 0; at + 1 < headers.length; at += 2) {
            request.header(headers[at], headers[at + 1]);
        }
        request.method(
                method, body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body));
        HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
        boolean isJson =
                response.headers().firstValue("Content-Type").orElse("").contains("json");
        return new Answer(
                response.statusCode(), isJson ? json.readTree(response.body()) : json.createObjectNode(), response);
    }

    /** Asks for an answer that goes on, line by line. */
    public HttpResponse<Stream<String>> lines(String path) throws IOException, InterruptedException {
        return http.send(
                HttpRequest.newBuilder(address.resolve(path))
                        .header("Accept", "text/event-stream")
                        .build(),
                HttpResponse.BodyHandlers.ofLines());
    }

    /** Sends bytes as they are, which need not be text. */
    public Answer sendBytes(String method, String path, byte[] body, String type)
            throws IOException, InterruptedException {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(address.resolve(path)).header("Content-Type", type);
        token().ifPresent(value -> request.header("X-XSRF-TOKEN", value));
        HttpResponse<String> response = http.send(
                request.method(method, HttpRequest.BodyPublishers.ofByteArray(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        return new Answer(response.statusCode(), json.createObjectNode(), response);
    }

    /** An answer of bytes that need not be text. */
    public HttpResponse<byte[]> bytes(String method, String path) throws IOException, InterruptedException {
        return bytes(HttpRequest.newBuilder(address.resolve(path)), method, HttpRequest.BodyPublishers.noBody());
    }

    /** An answer of bytes to a body of JSON. */
    public HttpResponse<byte[]> bytes(String method, String path, Object body)
            throws IOException, InterruptedException {
        return bytes(
                HttpRequest.newBuilder(address.resolve(path)).header("Content-Type", "application/json"),
                method,
                HttpRequest.BodyPublishers.ofString(json.writeValueAsString(body)));
    }

    /** An answer of bytes to a table in CSV. */
    public HttpResponse<byte[]> bytesOfTable(String path, String table) throws IOException, InterruptedException {
        return bytes(
                HttpRequest.newBuilder(address.resolve(path)).header("Content-Type", "text/csv"),
                "POST",
                HttpRequest.BodyPublishers.ofString(table));
    }

    private HttpResponse<byte[]> bytes(HttpRequest.Builder request, String method, HttpRequest.BodyPublisher body)
            throws IOException, InterruptedException {
        token().ifPresent(value -> request.header("X-XSRF-TOKEN", value));
        return http.send(request.method(method, body).build(), HttpResponse.BodyHandlers.ofByteArray());
    }

    private Optional<String> token() {
        return cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst();
    }

    /** The steps of a job's page, tenant by tenant. */
    public static List<JsonNode> steps(JsonNode job) {
        return job.path("tenants")
                .valueStream()
                .flatMap(tenant -> tenant.path("steps").valueStream())
                .toList();
    }

    /** Starts a draft. */
    public JsonNode draft(String name) throws Exception {
        return send("POST", "/api/v1/drafts", object("name", name)).body();
    }

    /** Puts one entry into a draft and answers with the draft as it is then. */
    public Answer put(JsonNode draft, String form, Map<String, String> fields) throws Exception {
        ObjectNode edits = json.createObjectNode();
        edits.putArray("taken");
        ArrayNode put = edits.putArray("put");
        ObjectNode entry = put.addObject();
        entry.put("id", UUID.randomUUID().toString());
        entry.put("form", form);
        ObjectNode into = entry.putObject("fields");
        fields.forEach(into::put);
        return send(
                "PUT",
                "/api/v1/drafts/" + draft.path("id").asString() + "/entries",
                edits,
                "If-Match",
                "\"" + draft.path("version").asLong() + "\"");
    }

    public Answer apply(JsonNode draft) throws Exception {
        return apply(draft, UUID.randomUUID());
    }

    /** Reviews the draft, and applies what it says then; looks once more where that became another in between. */
    public Answer apply(JsonNode draft, UUID requestId) throws Exception {
        Answer answer = apply(draft, requestId, reviewed(draft));
        return answer.text("code").equals("apply.preview-changed") ? apply(draft, requestId, reviewed(draft)) : answer;
    }

    public String reviewed(JsonNode draft) throws Exception {
        return get("/api/v1/drafts/" + draft.path("id").asString() + "/review").text("digest");
    }

    public Answer apply(JsonNode draft, UUID requestId, String digest) throws Exception {
        ObjectNode input = json.createObjectNode();
        input.put("requestId", requestId.toString());
        input.put("draftVersion", draft.path("version").asLong());
        input.put("digest", digest);
        return send("POST", "/api/v1/drafts/" + draft.path("id").asString() + "/apply", input);
    }
}

package wexa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Operations;
import wexa.server.testing.Operations.Operation;
import wexa.server.testing.Operations.Who;
import wexa.server.testing.Shapes;
import wexa.server.testing.Stage;

/**
 * Every operation from its schema, right first and then spoilt, with ids of things that are there, by administrators who may
 * everything, something and nothing but look, and by nobody: never a 5xx, never an answer that is not of its schema, never a
 * success that the table of operations does not allow. {@code ./wexa bench fuzz SEED} runs many more.
 */
class FuzzTest {
    private static final int REQUESTS = Integer.getInteger("wexa.fuzz.requests", 700);
    private static final long SEED = Long.getLong("wexa.fuzz.seed", 11);

    /** Its answer has no end; {@code RoadTest} follows it. */
    private static final String ENDLESS = "GET /api/v1/jobs/{id}/events";

    private static final String SIGN_OUT = "DELETE /api/v1/session";

    private static final int SIGNING_OUT = 10;

    /** Those who call are not ended, and their rights are not changed: other administrators are. */
    private static final List<String> CALLERS = List.of("tove", "limited", "bram");

    private final Random random = new Random(SEED);
    private final JsonMapper json = new JsonMapper();
    private final List<String> ids = new ArrayList<>();
    private final Map<String, Integer> statuses = new TreeMap<>();
    private final List<String> wrong = new ArrayList<>();
    private final Deque<Caller> leaving = new ArrayDeque<>();

    private record Caller(String name, Browserless browser, List<Who> may, boolean reachesEverything) {
        boolean may(Operation operation) {
            return may.contains(operation.who()) && (reachesEverything || !operation.needsEverything());
        }
    }

    @Test
    void nothingBreaksNothingLiesAndNobodyGetsMoreThanTheyMay(@TempDir Path folder) throws Exception {
        JsonNode document = json.readTree(Files.readString(Path.of("../web/openapi.json")));
        try (Stage stage = new Stage(folder)) {
            List<Caller> callers = callers(stage);
            collect(callers.get(0).browser());
            for (int count = 0; count < SIGNING_OUT; count++) {
                leaving.add(looking(stage));
            }
            Shapes shapes = new Shapes(document, random, ids);
            List<Operation> operations = Operations.all().stream()
                    .filter(one -> !one.name().equals(ENDLESS))
                    .toList();
            for (int count = 0; count < REQUESTS && wrong.size() < 20; count++) {
                Operation operation = operations.get(count % operations.size());
                Caller caller = callers.get(random.nextInt(callers.size()));
                if (operation.name().equals(SIGN_OUT)) {
                    if (leaving.isEmpty()) {
                        continue;
                    }
                    caller = leaving.removeFirst();
                }
                boolean isRight = count < operations.size() * 4 || random.nextInt(4) == 0;
                send(document, shapes, operation, caller, isRight);
                if (count % 500 == 499) {
                    collect(callers.get(0).browser());
                }
            }
        }
        System.out.println("fuzz: seed " + SEED + ", " + REQUESTS + " requests, answers " + statuses);
        assertThat(wrong).as("seed %d", SEED).isEmpty();
    }

    private static List<Caller> callers(Stage stage) throws Exception {
        Browserless tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
        ObjectNode limited = tove.object("login", "limited", "name", "Some Body", "password", "given for the test");
        limited.putArray("acts").add("PREPARE");
        assertThat(tove.send("POST", "/api/v1/administrators", limited).status())
                .isEqualTo(201);
        Browserless nobody = new Browserless(stage.address());
        nobody.get("/api/v1/session");
        return List.of(
                new Caller("all", tove, List.of(Who.values()), true),
                within(stage, tove),
                new Caller(
                        "limited",
                        Browserless.signedIn(stage.address(), "limited", "given for the test"),
                        List.of(Who.ANYBODY, Who.OWN, Who.LOOK, Who.PREPARE),
                        true),
                looking(stage),
                new Caller("nobody", nobody, List.of(Who.ANYBODY), true));
    }

    private static Caller looking(Stage stage) throws Exception {
        return new Caller(
                "looking",
                Browserless.signedIn(stage.address(), "bram", "south-bay-2026"),
                List.of(Who.ANYBODY, Who.OWN, Who.LOOK),
                true);
    }

    /** May do everything, in one tenant and for the people of one unit. */
    private static Caller within(Stage stage, Browserless tove) throws Exception {
        ObjectNode made = tove.object("login", "within", "name", "With In", "password", "given for the test");
        made.putArray("acts").add("PREPARE").add("APPLY").add("APPROVE").add("GOVERN");
        assertThat(tove.send("POST", "/api/v1/administrators", made).status()).isEqualTo(201);
        ObjectNode reach = tove.object();
        reach.putArray("tenants")
                .add(tove.get("/api/v1/tenants").body().path(0).path("id").asString());
        reach.putArray("units")
                .add(tove.get("/api/v1/units").body().path(0).path("id").asString());
        String id = "";
        for (JsonNode one : tove.get("/api/v1/administrators").body()) {
            id = one.path("login").asString().equals("within") ? one.path("id").asString() : id;
        }
        assertThat(tove.send("PUT", "/api/v1/administrators/" + id + "/reach", reach)
                        .status())
                .isEqualTo(204);
        return new Caller(
                "within",
                Browserless.signedIn(stage.address(), "within", "given for the test"),
                List.of(Who.values()),
                false);
    }

    /** Ids of things that are there, so that requests get further than "there is no such thing". */
    private void collect(Browserless tove) throws Exception {
        List<String> found = new ArrayList<>();
        for (String place : List.of(
                "people?limit=30",
                "groups",
                "roles",
                "tenants",
                "units",
                "drafts",
                "jobs",
                "administrators",
                "messages",
                "imports")) {
            addIds(tove.get("/api/v1/" + place).body(), found, 0);
        }
        for (JsonNode draft : tove.get("/api/v1/drafts").body()) {
            addIds(
                    tove.get("/api/v1/drafts/" + draft.path("id").asString())
                            .body()
                            .path("entries"),
                    found,
                    0);
        }
        ids.clear();
        ids.addAll(found.subList(0, Math.min(400, found.size())));
    }

    private static void addIds(JsonNode node, List<String> into, int depth) {
        if (node.has("id")
                && node.path("id").isString()
                && !CALLERS.contains(node.path("login").asString(""))) {
            into.add(node.path("id").asString());
        }
        if (depth < 3) {
            int taken = 0;
            for (JsonNode one : node) {
                if (one.isContainer() && taken++ < 40) {
                    addIds(one, into, depth + 1);
                }
            }
        }
    }

    private void send(JsonNode document, Shapes shapes, Operation operation, Caller caller, boolean isRight)
            throws Exception {
        JsonNode described = document.path("paths")
                .path(operation.path())
                .path(operation.method().toLowerCase(Locale.ROOT));
        String address = address(shapes, operation, described, isRight);
        JsonNode content = described.path("requestBody").path("content");
        String type = content.has("text/csv") ? "text/csv" : "application/json";
        String body = null;
        if (!operation.method().equals("GET") && !content.isMissingNode()) {
            if (type.equals("text/csv")) {
                body = isRight
                        ? "handle,given,family,kind,unit,job,from\nfuzz." + random.nextInt(1_000)
                                + ",New,Comer,employee,lagoon-hall,Keeper,2026-12-01\n"
                        : shapes.anyText() + "," + shapes.anyText() + "\n" + shapes.anyText() + "\n";
            } else {
                JsonNode right = shapes.right(content.path("application/json").path("schema"));
                body = isRight ? right.toString() : shapes.spoilt(right).toString();
                if (!isRight && random.nextInt(20) == 0) {
                    body = body.substring(0, body.length() / 2);
                }
            }
        }
        List<String> headers = new ArrayList<>(
                List.of("If-Match", isRight || random.nextBoolean() ? "\"" + (1 + random.nextInt(2)) + "\"" : "\"x\""));
        if (body != null) {
            headers.addAll(List.of("Content-Type", isRight || random.nextInt(10) > 0 ? type : "multipart/form-data"));
        }
        Browserless.Answer answer =
                caller.browser().sendText(operation.method(), address, body, headers.toArray(String[]::new));
        judge(shapes, described, operation, caller, answer, address + " " + body);
    }

    private String address(Shapes shapes, Operation operation, JsonNode described, boolean isRight) {
        String path = operation.path();
        Map<String, String> query = new LinkedHashMap<>();
        for (JsonNode parameter : described.path("parameters")) {
            String name = parameter.path("name").asString();
            JsonNode schema = parameter.path("schema");
            String value = isRight || random.nextBoolean() ? shapes.text(schema) : shapes.anyText();
            if (parameter.path("in").asString().equals("path")) {
                path = path.replace(
                        "{" + name + "}",
                        encoded(value.isBlank() || value.contains("..") || value.contains("\u0000") ? "x" : value));
            } else if (parameter.path("in").asString().equals("query")
                    && (parameter.path("required").asBoolean() || random.nextBoolean())) {
                query.put(name, value);
            }
        }
        List<String> parts = new ArrayList<>();
        query.forEach((name, value) -> parts.add(name + "=" + encoded(value)));
        return parts.isEmpty() ? path : path + "?" + String.join("&", parts);
    }

    private static String encoded(String text) {
        String cut = text.length() > 1_000 ? text.substring(0, 1_000) : text;
        return URLEncoder.encode(cut, StandardCharsets.UTF_8).replace("+", "%20");
    }

    private void judge(
            Shapes shapes,
            JsonNode described,
            Operation operation,
            Caller caller,
            Browserless.Answer answer,
            String sent) {
        int status = answer.status();
        statuses.merge(status / 100 + "xx", 1, Integer::sum);
        String what = operation.name() + " by " + caller.name() + " answered " + status;
        String said = sent.substring(0, Math.min(600, sent.length()));
        String told = answer.response()
                .body()
                .substring(0, Math.min(400, answer.response().body().length()));
        if (status >= 500 && status != 503) {
            wrong.add(what + ": " + told + "\n   to " + said);
        } else if (status < 300 && !caller.may(operation)) {
            wrong.add(what + ", and they may not\n   to " + said);
        } else if (status < 300 && status != operation.status()) {
            wrong.add(what + ", the table says " + operation.status());
        } else if (status < 300
                && operation.media().filter("application/json"::equals).isPresent()) {
            JsonNode schema = described
                    .path("responses")
                    .path(Integer.toString(status))
                    .path("content")
                    .path("application/json")
                    .path("schema");
            Optional<String> odd = shapes.wrong(answer.body(), schema);
            odd.ifPresent(one -> wrong.add(what + ": " + one + "\n   to " + said));
        } else if (status >= 400
                && status != 401
                && status != 403
                && !answer.body().has("status")) {
            wrong.add(what + " without a problem: " + told + "\n   to " + said);
        }
    }

    /** Bytes that are no text, and bodies in parts without a boundary, with a session and without one. */
    @Test
    void whatIsNoTextOrHasNoBoundaryIsRefusedAndBreaksNothing(@TempDir Path folder) throws Exception {
        Cast cast = Cast.shared();
        Browserless nobody = new Browserless(cast.stage.address());
        nobody.get("/api/v1/session");
        for (Browserless who : List.of(cast.tove, nobody)) {
            for (String address : List.of(
                    "/api/v1/people?q=%FF%FE",
                    "/api/v1/people/%C0%AF",
                    "/%FF",
                    "/api/v1/log?q=%ED%A0%80",
                    "/error",
                    "/api/v1/log?from=+999999999-12-31")) {
                assertThat(who.get(address).status()).as(address).isLessThan(500);
            }
            Browserless.Answer parts =
                    who.sendText("POST", "/api/v1/drafts", "x", "Content-Type", "multipart/form-data");
            assertThat(parts.status()).isBetween(400, 499);
            Browserless.Answer odd = who.sendBytes(
                    "POST",
                    "/api/v1/session",
                    new byte[] {'{', '"', (byte) 0xff, '"', ':', '1', '}'},
                    "application/json");
            assertThat(odd.status()).isBetween(400, 499);
        }
        assertThat(cast.tove.get("/api/v1/messages?state=").status()).isEqualTo(200);
        assertThat(cast.tove.get("/api/v1/log?from=9999-12-31&until=0001-01-01").status())
                .isEqualTo(200);
        assertThat(cast.tove
                        .send("PUT", "/api/v1/policies/DIRECTORY", cast.tove.object("x", "y"))
                        .status())
                .isEqualTo(400);
    }
}

package wexa.sandbox;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * All stand-in tenants on one loopback port: {@code /TENANT/scim/v2}, {@code /TENANT/access/v1}, {@code /TENANT/sign-in},
 * {@code /TENANT/events}, {@code /TENANT/faults}; and what came by mail at {@code /mailbox}.
 */
public final class StandIns implements AutoCloseable {
    /** An answer that trickles comes in so many pieces, with so long a pause after each. */
    private static final int PIECES = 20;

    private static final Duration PAUSE = Duration.ofMillis(50);

    private final HttpServer http;
    private final ExecutorService workers;
    private final ResourceStore store;
    private final Mailbox mailbox;
    private final Map<String, StandIn> tenants = new LinkedHashMap<>();

    /** One tenant with what it needs to answer. */
    private record StandIn(
            TenantState state,
            ScimEndpoint scim,
            Enforcement enforcement,
            EventReceiver events,
            Faults faults,
            String token) {}

    /** Reads the source files; what was changed since the first start is kept in the state folder. Port 0 takes any. */
    public StandIns(Path files, Path state, int port, int smtpPort, Clock clock) throws IOException, SQLException {
        Files.createDirectories(state);
        this.store = new ResourceStore(state);
        for (JsonNode connection :
                JsonUtils.getObjectReader().readTree(Files.readString(files.resolve("tenants.json")))) {
            String key = connection.get("key").asText();
            String file = Files.readString(files.resolve("tenants").resolve(key + ".json"));
            TenantState tenant =
                    new TenantState((ObjectNode) JsonUtils.getObjectReader().readTree(file), store, clock);
            Faults faults = new Faults(
                    Duration.ofMillis(tenant.settings().path("delayMillis").asInt(0)));
            tenants.put(
                    key,
                    new StandIn(
                            tenant,
                            new ScimEndpoint(tenant),
                            new Enforcement(tenant, clock),
                            new EventReceiver("urn:example:" + key),
                            faults,
                            connection.get("token").asText()));
        }
        this.http = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 64);
        this.workers = Executors.newFixedThreadPool(16);
        http.setExecutor(workers);
        this.mailbox = new Mailbox(store, smtpPort, clock);
        http.createContext("/", this::handle);
        http.start();
    }

    public int port() {
        return http.getAddress().getPort();
    }

    public int smtpPort() {
        return mailbox.port();
    }

    private void handle(HttpExchange exchange) throws IOException {
        try (exchange) {
            List<String> path = Arrays.stream(exchange.getRequestURI().getPath().split("/"))
                    .filter(part -> !part.isEmpty())
                    .toList();
            if (!path.isEmpty() && path.get(0).equals("mailbox")) {
                showMail(exchange, path);
                return;
            }
            StandIn tenant = path.isEmpty() ? null : tenants.get(path.get(0));
            if (tenant == null || path.size() < 2) {
                answer(exchange, ScimEndpoint.error(404, "", "there is no such tenant"));
                return;
            }
            String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
            if (path.get(1).equals("sign-in")) {
                signIn(exchange, path.get(0), tenant, body);
                return;
            }
            if (path.get(1).equals("faults")) {
                tenant.faults().set(JsonUtils.getObjectReader().readTree(body));
                answer(exchange, new ScimEndpoint.Answer(204, Optional.empty()));
                return;
            }
            if (!("Bearer " + tenant.token())
                    .equals(exchange.getRequestHeaders().getFirst("Authorization"))) {
                answer(exchange, ScimEndpoint.error(401, "", "the bearer token is missing or wrong"));
                return;
            }
            serve(exchange, tenant, path.subList(1, path.size()), body);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        } catch (SQLException unread) {
            throw new IOException("the mailbox could not be read", unread);
        }
    }

    /** The mailbox as a page, as JSON for programs, and what it is told to do wrong. */
    private void showMail(HttpExchange exchange, List<String> path) throws IOException, SQLException {
        String wanted = path.size() < 2 ? "" : path.get(1);
        if (wanted.equals("faults")) {
            mailbox.set(JsonUtils.getObjectReader().readTree(exchange.getRequestBody()));
            answer(exchange, new ScimEndpoint.Answer(204, Optional.empty()));
        } else if (wanted.equals("messages")) {
            ObjectNode all = JsonNodeFactory.instance.objectNode();
            mailbox.all().forEach(all.putArray("messages")::add);
            answer(exchange, ScimEndpoint.Answer.of(200, all));
        } else {
            show(exchange, 200, Page.mailbox(mailbox.all()));
        }
    }

    /** A tenant's own door, for accounts with a password of their own. */
    private static void signIn(HttpExchange exchange, String key, StandIn tenant, String body) throws IOException {
        if (!exchange.getRequestMethod().equals("POST")) {
            show(exchange, 200, Page.signIn(key, ""));
            return;
        }
        Map<String, String> form = pairs(body);
        String userName = form.getOrDefault("userName", "");
        boolean isRight = tenant.state().isSignIn(userName, form.getOrDefault("password", ""));
        show(
                exchange,
                isRight ? 200 : 401,
                Page.signIn(key, isRight ? "Signed in as " + userName : "User name or password is wrong."));
    }

    private static void show(HttpExchange exchange, int status, String page) throws IOException {
        byte[] bytes = page.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "text/html;charset=utf-8");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    private void serve(HttpExchange exchange, StandIn tenant, List<String> path, String body)
            throws IOException, InterruptedException {
        Faults.Kind fault = tenant.faults().next();
        Thread.sleep(tenant.faults().delay(fault).toMillis());
        if (fault == Faults.Kind.UNAVAILABLE) {
            answer(exchange, ScimEndpoint.error(503, "", "down for a moment"));
            return;
        }
        if (fault == Faults.Kind.LIMITED) {
            exchange.getResponseHeaders().set("Retry-After", "1");
            answer(exchange, ScimEndpoint.error(429, "", "too many requests"));
            return;
        }
        if (fault == Faults.Kind.STRAYED) {
            show(exchange, 404, "<p>default backend: nothing here</p>");
            return;
        }
        if (path.get(0).equals("events")) {
            answer(exchange, events(exchange, tenant, body));
            return;
        }
        ScimEndpoint.Answer made = path.get(0).equals("access")
                ? evaluate(tenant, path, body)
                : tenant.scim()
                        .handle(new ScimEndpoint.Request(
                                exchange.getRequestMethod(),
                                path.subList(2, path.size()),
                                query(exchange),
                                body,
                                Optional.ofNullable(exchange.getRequestHeaders().getFirst("If-Match"))));
        switch (fault) {
            case CUT -> {}
            case MISTYPED -> show(exchange, 200, "<p>Back in a moment</p>");
            case TRICKLED -> trickle(exchange, made);
            default -> answer(exchange, made);
        }
    }

    /** Security events that come in, where the transmitter's keys are, and a look at what came. */
    private static ScimEndpoint.Answer events(HttpExchange exchange, StandIn tenant, String body)
            throws JsonProcessingException {
        return switch (exchange.getRequestMethod()) {
            case "POST" -> tenant.events().take(exchange.getRequestHeaders().getFirst("Content-Type"), body);
            case "PUT" -> {
                tenant.events()
                        .setKeys(URI.create(JsonUtils.getObjectReader()
                                .readTree(body)
                                .path("keys")
                                .asText()));
                yield new ScimEndpoint.Answer(204, Optional.empty());
            }
            default -> ScimEndpoint.Answer.of(200, tenant.events().taken());
        };
    }

    /** OpenID AuthZEN Authorization API 1.0: one evaluation, or several at once. */
    private static ScimEndpoint.Answer evaluate(StandIn tenant, List<String> path, String body) {
        if (!tenant.state().can("EVALUATION")) {
            return ScimEndpoint.error(404, "", "this tenant does not answer evaluations");
        }
        try {
            JsonNode asked = JsonUtils.getObjectReader().readTree(body);
            if (path.get(path.size() - 1).equals("evaluation")) {
                return ScimEndpoint.Answer.of(200, decide(tenant, asked, asked));
            }
            ObjectNode answer = JsonNodeFactory.instance.objectNode();
            ArrayNode answers = answer.putArray("evaluations");
            asked.path("evaluations").forEach(one -> answers.add(decide(tenant, one, asked)));
            return ScimEndpoint.Answer.of(200, answer);
        } catch (JsonProcessingException malformed) {
            return ScimEndpoint.error(400, "invalidSyntax", "the body is not JSON");
        }
    }

    private static ObjectNode decide(StandIn tenant, JsonNode one, JsonNode common) {
        JsonNode subject = one.has("subject") ? one.get("subject") : common.path("subject");
        JsonNode resource = one.path("resource");
        Enforcement.Decision decision = tenant.enforcement()
                .decide(
                        subject.path("id").asText(),
                        resource.path("type").asText(),
                        one.path("action").path("name").asText(),
                        resource.path("properties").path("area").asText(""));
        ObjectNode answer = JsonNodeFactory.instance.objectNode();
        answer.put("decision", decision.permitted());
        if (!decision.permitted()) {
            answer.putObject("context").put("reason", decision.reason());
        }
        return answer;
    }

    private static Map<String, String> query(HttpExchange exchange) {
        String raw = exchange.getRequestURI().getRawQuery();
        return raw == null ? Map.of() : pairs(raw);
    }

    private static Map<String, String> pairs(String encoded) {
        Map<String, String> found = new LinkedHashMap<>();
        for (String pair : encoded.split("&")) {
            int equals = pair.indexOf('=');
            if (equals > 0) {
                found.put(
                        pair.substring(0, equals),
                        URLDecoder.decode(pair.substring(equals + 1), StandardCharsets.UTF_8));
            }
        }
        return found;
    }

    private static void answer(HttpExchange exchange, ScimEndpoint.Answer answer) throws IOException {
        byte[] bytes = begin(exchange, answer);
        if (bytes.length > 0) {
            exchange.getResponseBody().write(bytes);
        }
    }

    /** The whole answer, in pieces that take a while. */
    private static void trickle(HttpExchange exchange, ScimEndpoint.Answer answer)
            throws IOException, InterruptedException {
        byte[] bytes = begin(exchange, answer);
        for (int from = 0; from < bytes.length; from += bytes.length / PIECES + 1) {
            exchange.getResponseBody().write(bytes, from, Math.min(bytes.length / PIECES + 1, bytes.length - from));
            exchange.getResponseBody().flush();
            Thread.sleep(PAUSE.toMillis());
        }
    }

    /** Sends the headers; the body is still to be written, if there is one. */
    private static byte[] begin(HttpExchange exchange, ScimEndpoint.Answer answer) throws IOException {
        if (answer.body().isEmpty()) {
            exchange.sendResponseHeaders(answer.status(), -1);
            return new byte[0];
        }
        ObjectNode body = answer.body().get();
        byte[] bytes = body.toString().getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "application/scim+json");
        if (body.path("meta").has("version")) {
            exchange.getResponseHeaders()
                    .set("ETag", body.path("meta").path("version").asText());
        }
        exchange.sendResponseHeaders(answer.status(), bytes.length);
        return bytes;
    }

    @Override
    public void close() throws SQLException {
        http.stop(0);
        workers.shutdownNow();
        mailbox.close();
        store.close();
    }
}

package wexa.connect.scim;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import java.util.function.Function;
import wexa.connect.Exchange;

/** A tenant that answers whatever a test has it answer. Remembers what it was sent. */
final class StrangeTenant implements AutoCloseable {
    static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");

    private final HttpServer server;
    private final List<Asked> asked = new CopyOnWriteArrayList<>();

    /** A request as it came, with its path and query undecoded. */
    record Asked(String method, String target, String body, String authorization) {
        boolean isReading() {
            return method.equals("GET");
        }
    }

    /** An answer; {@code pace} parts each byte from the next. */
    record Answer(int status, String body, Map<String, String> headers, Duration pace) {
        static Answer of(int status, String body) {
            return new Answer(status, body, Map.of(), Duration.ZERO);
        }

        static Answer with(int status, String header, String value) {
            return new Answer(status, "", Map.of(header, value), Duration.ZERO);
        }
    }

    StrangeTenant(Function<Asked, Answer> answers) throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.createContext("/", exchange -> {
            try (exchange) {
                Asked request = new Asked(
                        exchange.getRequestMethod(),
                        exchange.getRequestURI().toString(),
                        new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8),
                        String.valueOf(exchange.getRequestHeaders().getFirst("Authorization")));
                asked.add(request);
                send(exchange, answers.apply(request));
            }
        });
        server.start();
    }

    private static void send(HttpExchange exchange, Answer answer) throws IOException {
        byte[] body = answer.body().getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "application/scim+json");
        answer.headers().forEach((name, value) -> exchange.getResponseHeaders().set(name, value));
        exchange.sendResponseHeaders(answer.status(), body.length == 0 ? -1 : body.length);
        try (OutputStream out = exchange.getResponseBody()) {
            if (answer.pace().isZero()) {
                out.write(body);
                return;
            }
            for (byte one : body) {
                out.write(one);
                out.flush();
                Thread.sleep(answer.pace());
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    /** A page of a list, with whatever it says of its total. */
    static Answer list(String total, String... resources) {
        return Answer.of(
                200,
                "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:ListResponse\"],"
                        + (total.isEmpty() ? "" : "\"totalResults\":" + total + ",")
                        + "\"Resources\":[" + String.join(",", resources) + "]}");
    }

    static String user(String id, String userName, String... more) {
        return "{\"id\":\"" + id + "\",\"userName\":\"" + userName + "\",\"active\":true"
                + (more.length == 0 ? "" : "," + String.join(",", more)) + "}";
    }

    URI address() {
        return URI.create("http://127.0.0.1:" + server.getAddress().getPort() + "/scim/v2/");
    }

    ScimTenant client() {
        return client(Duration.ofSeconds(30));
    }

    ScimTenant client(Duration limit) {
        return new ScimTenant(exchange(limit));
    }

    Exchange exchange(Duration limit) {
        return new Exchange(
                HttpClient.newHttpClient(), address(), () -> "secret", limit, Clock.fixed(NOW, ZoneOffset.UTC));
    }

    List<Asked> asked() {
        return asked;
    }

    List<Asked> changes() {
        return asked.stream().filter(one -> !one.isReading()).toList();
    }

    @Override
    public void close() {
        server.stop(0);
    }
}

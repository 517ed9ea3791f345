package wexa.connect;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.io.IOException;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Supplier;

/** Sends one HTTP request with a bearer token (RFC 6750) and a time limit, and says what came of it. */
public final class Exchange {
    private static final Duration UNASKED_PATIENCE = Duration.ofSeconds(2);
    private static final Duration LONGEST_PATIENCE = Duration.ofMinutes(5);
    private static final int TOO_MANY_REQUESTS = 429;
    private static final int LARGEST_ANSWER = 64 * 1024 * 1024;

    private final HttpClient client;
    private final URI base;
    private final Supplier<String> token;
    private final Duration limit;

    /** {@code base} ends with a slash; {@code limit} is the time from sending to the whole answer. */
    public Exchange(HttpClient client, URI base, Supplier<String> token, Duration limit) {
        this.client = client;
        this.base = base;
        this.token = token;
        this.limit = limit;
    }

    public Duration limit() {
        return limit;
    }

    /** An answer with a status below 300. */
    public record Answer(int status, JsonNode body) {}

    /** Whether repeating a request does harm: decides what a lost answer means. */
    public enum Nature {
        READING,
        WRITING
    }

    public Outcome<Answer> send(
            Nature nature, String method, String path, Optional<JsonNode> body, Optional<String> ifMatch) {
        HttpRequest.Builder request = HttpRequest.newBuilder(base.resolve(path))
                .timeout(limit)
                .header("Authorization", "Bearer " + token.get())
                .header("Accept", "application/scim+json, application/json")
                .header("Content-Type", path.contains("access/v1") ? "application/json" : "application/scim+json")
                .method(
                        method,
                        body.map(node -> HttpRequest.BodyPublishers.ofString(node.toString(), StandardCharsets.UTF_8))
                                .orElseGet(HttpRequest.BodyPublishers::noBody));
        ifMatch.ifPresent(version -> request.header("If-Match", version));
        try {
            return read(client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray()));
        } catch (ConnectException | HttpConnectTimeoutException unreachable) {
            return new Outcome.TryLater<>(UNASKED_PATIENCE, "the tenant cannot be reached");
        } catch (IOException lost) {
            return nature == Nature.READING
                    ? new Outcome.TryLater<>(UNASKED_PATIENCE, "the connection was lost")
                    : new Outcome.Unknown<>("the connection was lost before the answer came");
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            return new Outcome.Unknown<>("stopped before the answer came");
        }
    }

    private static Outcome<Answer> read(HttpResponse<byte[]> response) {
        int status = response.statusCode();
        if (status == TOO_MANY_REQUESTS || status >= 500) {
            return new Outcome.TryLater<>(patience(response), "the tenant answered " + status);
        }
        JsonNode body;
        try {
            body = parse(response.body());
        } catch (JsonProcessingException notJson) {
            return new Outcome.Refused<>(status, "invalidSyntax", "the tenant's answer is not JSON");
        } catch (IOException unreadable) {
            return new Outcome.Refused<>(status, "tooMany", String.valueOf(unreadable.getMessage()));
        }
        if (status >= 300) {
            return new Outcome.Refused<>(
                    status,
                    body.path("scimType").asText(""),
                    body.path("detail").asText("no reason given"));
        }
        return new Outcome.Done<>(new Answer(status, body));
    }

    private static JsonNode parse(byte[] body) throws IOException {
        if (body.length > LARGEST_ANSWER) {
            throw new IOException("the tenant's answer is larger than " + LARGEST_ANSWER + " bytes");
        }
        return body.length == 0
                ? MissingNode.getInstance()
                : JsonUtils.getObjectReader().readTree(new String(body, StandardCharsets.UTF_8));
    }

    /** {@code Retry-After} in seconds (RFC 9110 10.2.3); dates and nonsense count as not said. */
    private static Duration patience(HttpResponse<byte[]> response) {
        return response.headers()
                .firstValue("Retry-After")
                .filter(value -> value.matches("[0-9]{1,6}"))
                .map(value -> Duration.ofSeconds(Long.parseLong(value)))
                .map(asked -> asked.compareTo(LONGEST_PATIENCE) > 0 ? LONGEST_PATIENCE : asked)
                .orElse(UNASKED_PATIENCE);
    }
}

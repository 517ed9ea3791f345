package wexa.connect;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * Sends one HTTP request with a bearer token (RFC 6750) and says what came of it. The answer is bounded while it is read, in
 * size and in time. Redirections (RFC 9110 15.4) are followed for reading and within the same origin only: the token goes
 * nowhere else.
 */
public final class Exchange {
    /** How the other side says that an answer was larger than {@link #LARGEST_ANSWER}. */
    public static final String TOO_LARGE = "tooLarge";

    private static final Duration LONGEST_PATIENCE = Duration.ofHours(24);
    private static final int NOT_FOUND = 404;
    private static final int GONE = 410;
    private static final int TOO_MANY_REQUESTS = 429;
    private static final int UNAVAILABLE = 503;
    private static final int MOST_REDIRECTIONS = 5;

    /** Two hundred accounts are about a fifth of a megabyte; several tenants answer at the same time. */
    static final int LARGEST_ANSWER = 16 * 1024 * 1024;

    private final Sending sending;
    private final URI base;
    private final Supplier<String> token;
    private final Duration limit;
    private final Clock clock;

    /**
     * {@code base} ends with a slash; {@code limit} is the time from sending to the end of the answer; {@code clock} is the
     * machine's, against which a date in {@code Retry-After} is read where the answer has no {@code Date}.
     */
    public Exchange(HttpClient client, URI base, Supplier<String> token, Duration limit, Clock clock) {
        this.sending = new Sending(client, limit, LARGEST_ANSWER);
        this.base = base;
        this.token = token;
        this.limit = limit;
        this.clock = clock;
    }

    public Duration limit() {
        return limit;
    }

    /** An answer with a status below 300. */
    public record Answer(int status, JsonNode body) {}

    /** Whether repeating a request does harm: decides what a lost answer means. */
    public enum Nature {
        /** Asks what a tenant offers: one that has no such thing may say so as it likes. */
        DISCOVERING,
        READING,
        WRITING
    }

    /** {@code path} is relative to the base; text in it that comes from outside has to be a {@link Segment}. */
    public Outcome<Answer> send(
            Nature nature, String method, String path, Optional<JsonNode> body, Optional<String> ifMatch) {
        URI address = base.resolve(path);
        for (int hops = 0; hops <= MOST_REDIRECTIONS; hops++) {
            Outcome<HttpResponse<byte[]>> sent = sending.send(nature, request(address, method, path, body, ifMatch));
            if (!(sent instanceof Outcome.Done<HttpResponse<byte[]>> done)) {
                return sent.map(any -> new Answer(0, MissingNode.getInstance()));
            }
            HttpResponse<byte[]> response = done.value();
            Optional<URI> onward = redirection(response);
            if (onward.isEmpty()) {
                return read(nature, response);
            }
            if (!method.equals("GET") || !isSameOrigin(address, onward.get())) {
                return new Outcome.Refused<>(response.statusCode(), "redirected", elsewhere(method, onward.get()));
            }
            address = onward.get();
        }
        return new Outcome.Refused<>(310, "redirected", "the tenant redirects in a circle");
    }

    private static String elsewhere(String method, URI onward) {
        String origin = onward.getScheme() + "://" + onward.getRawAuthority();
        return method.equals("GET")
                ? "the tenant redirects to " + Words.plain(origin)
                        + ", and the token is not sent to another address; connect the tenant there if that is right"
                : "the tenant redirects a change to " + Words.plain(onward.toString())
                        + ", which is not followed; correct the tenant's address";
    }

    private HttpRequest request(
            URI address, String method, String path, Optional<JsonNode> body, Optional<String> ifMatch) {
        HttpRequest.Builder request = HttpRequest.newBuilder(address).timeout(limit);
        try {
            request.header("Authorization", "Bearer " + token.get());
        } catch (IllegalArgumentException unfit) {
            // what was thrown says the token, and would stand in the log
            throw new IllegalStateException("the token cannot be sent in a header; enter it again");
        }
        request.header("Accept", "application/scim+json, application/json")
                .header("Content-Type", path.contains("access/v1") ? "application/json" : "application/scim+json")
                .method(
                        method,
                        body.map(node -> HttpRequest.BodyPublishers.ofString(node.toString(), StandardCharsets.UTF_8))
                                .orElseGet(HttpRequest.BodyPublishers::noBody));
        ifMatch.ifPresent(version -> request.header("If-Match", version));
        return request.build();
    }

    private static Optional<URI> redirection(HttpResponse<byte[]> response) {
        int status = response.statusCode();
        if (status < 301 || status > 308 || status == 304) {
            return Optional.empty();
        }
        return response.headers().firstValue("Location").flatMap(location -> {
            try {
                return Optional.of(response.request().uri().resolve(location));
            } catch (IllegalArgumentException noAddress) {
                return Optional.empty();
            }
        });
    }

    /** Scheme, host and port (RFC 9110 4.3.1). */
    public static boolean isSameOrigin(URI one, URI other) {
        return one.getScheme() != null
                && one.getScheme().equalsIgnoreCase(other.getScheme())
                && one.getHost() != null
                && one.getHost().equalsIgnoreCase(other.getHost())
                && port(one) == port(other);
    }

    private static int port(URI uri) {
        if (uri.getPort() >= 0) {
            return uri.getPort();
        }
        return uri.getScheme().equalsIgnoreCase("https") ? 443 : 80;
    }

    private Outcome<Answer> read(Nature nature, HttpResponse<byte[]> response) {
        int status = response.statusCode();
        if (status == TOO_MANY_REQUESTS || status == UNAVAILABLE) {
            return new Outcome.TryLater<>(patience(response), "the tenant answered " + status);
        }
        if (status == 500 || status == 502 || status == 504) {
            // it broke on the way: whether a change was made before, nobody knows
            return Sending.lost(nature, "the tenant answered " + status);
        }
        Optional<JsonNode> parsed = parse(response.body());
        if (nature != Nature.DISCOVERING && isPage(response, parsed)) {
            return Sending.lost(
                    nature,
                    "a gateway in front of the tenant answered " + status + " with "
                            + Words.plain(typeOf(response).orElse("")) + " instead of JSON");
        }
        if (parsed.isEmpty()) {
            if (status >= 300) {
                return new Outcome.Refused<>(status, "", "the tenant gives no reason");
            }
            return nature != Nature.WRITING
                    ? new Outcome.Refused<>(status, "invalidSyntax", "the tenant's answer is not JSON")
                    : new Outcome.Unknown<>("the tenant's answer is not JSON");
        }
        JsonNode body = parsed.get();
        if (status >= 300) {
            String detail = Words.plain(body.path("detail").asText(""));
            return new Outcome.Refused<>(
                    status,
                    Words.plain(body.path("scimType").asText("")),
                    detail.isEmpty() ? "the tenant gives no reason" : detail);
        }
        return new Outcome.Done<>(new Answer(status, body));
    }

    /**
     * Whether something else answered than the tenant, and would be believed: that something was done, or is not there. Errors of a
     * tenant are JSON (RFC 7644 3.12); an answer without a body says nothing else than its status, and an object is an object
     * whatever type is claimed for it.
     */
    private static boolean isPage(HttpResponse<byte[]> response, Optional<JsonNode> parsed) {
        int status = response.statusCode();
        boolean isTelling = status < 300 || status == NOT_FOUND || status == GONE;
        return isTelling
                && response.body().length > 0
                && parsed.filter(JsonNode::isObject).isEmpty()
                && typeOf(response).filter(type -> !type.contains("json")).isPresent();
    }

    private static Optional<String> typeOf(HttpResponse<byte[]> response) {
        return response.headers()
                .firstValue("Content-Type")
                .map(value -> value.split(";", 2)[0].strip().toLowerCase(Locale.ROOT))
                .filter(type -> !type.isEmpty());
    }

    /** Missing where there is no body; nothing where it is not JSON. */
    private static Optional<JsonNode> parse(byte[] body) {
        try {
            return Optional.of(
                    body.length == 0
                            ? MissingNode.getInstance()
                            : JsonUtils.getObjectReader().readTree(new String(body, StandardCharsets.UTF_8)));
        } catch (JsonProcessingException notJson) {
            return Optional.empty();
        }
    }

    /** {@code Retry-After} in seconds or as a date (RFC 9110 10.2.3), at most a day; nonsense counts as not said. */
    private Duration patience(HttpResponse<byte[]> response) {
        Duration asked = response.headers()
                .firstValue("Retry-After")
                .flatMap(value -> value.matches("[0-9]{1,9}")
                        ? Optional.of(Duration.ofSeconds(Long.parseLong(value)))
                        : date(value).map(until -> Duration.between(said(response), until)))
                .orElse(Sending.UNASKED_PATIENCE);
        if (asked.isNegative()) {
            return Duration.ZERO;
        }
        return asked.compareTo(LONGEST_PATIENCE) > 0 ? LONGEST_PATIENCE : asked;
    }

    /** Both dates are by the tenant's clock where it says one, so that it does not matter whether it is right. */
    private Instant said(HttpResponse<byte[]> response) {
        return response.headers().firstValue("Date").flatMap(Exchange::date).orElseGet(clock::instant);
    }

    private static Optional<Instant> date(String value) {
        try {
            return Optional.of(ZonedDateTime.parse(value, DateTimeFormatter.RFC_1123_DATE_TIME)
                    .toInstant());
        } catch (DateTimeParseException noDate) {
            return Optional.empty();
        }
    }
}

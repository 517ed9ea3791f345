package wexa.connect.signals;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import wexa.connect.Exchange;
import wexa.connect.Outcome;
import wexa.connect.Sending;
import wexa.connect.Words;

/**
 * Pushes security event tokens to one receiver (RFC 8935 2). A receiver that accepted one has taken note of it; what it does then
 * is not told. Sending one again does no harm: its id is the same.
 */
public final class EventPush {
    private static final int LARGEST_ANSWER = 64 * 1024;
    private static final Duration PATIENCE = Duration.ofSeconds(5);

    private final Sending sending;
    private final URI receiver;
    private final Optional<String> token;
    private final Duration limit;

    /**
     * @param token for the {@code Authorization} header, where the receiver asks for one
     * @param limit the time from sending to the end of the answer
     */
    public EventPush(HttpClient client, URI receiver, Optional<String> token, Duration limit) {
        this.sending = new Sending(client, limit, LARGEST_ANSWER);
        this.receiver = receiver;
        this.token = token;
        this.limit = limit;
    }

    public Outcome<Boolean> send(String event) {
        HttpRequest.Builder request = HttpRequest.newBuilder(receiver)
                .timeout(limit)
                .header("Content-Type", "application/secevent+jwt")
                .header("Accept", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(event, StandardCharsets.US_ASCII));
        token.ifPresent(one -> request.header("Authorization", "Bearer " + one));
        // the same event again does no harm: a lost answer is asked for once more
        return sending.send(Exchange.Nature.READING, request.build()).then(EventPush::read);
    }

    /** Only 202 is a yes (RFC 8935 2.2); an error says what is wrong in {@code err} and {@code description} (2.3). */
    private static Outcome<Boolean> read(HttpResponse<byte[]> response) {
        int status = response.statusCode();
        if (status == 202) {
            return new Outcome.Done<>(true);
        }
        if (status == 429 || status >= 500) {
            return new Outcome.TryLater<>(PATIENCE, "the receiver answered " + status);
        }
        String description = "";
        String error = "";
        try {
            JsonNode body = JsonUtils.getObjectReader().readTree(new String(response.body(), StandardCharsets.UTF_8));
            error = body.path("err").asText("");
            description = body.path("description").asText("");
        } catch (JsonProcessingException notJson) {
            // the status alone tells
        }
        String said = Words.plain((error + " " + description).strip());
        return new Outcome.Refused<>(
                status, "", "the receiver answered " + status + (said.isEmpty() ? "" : " (" + said + ")"));
    }
}

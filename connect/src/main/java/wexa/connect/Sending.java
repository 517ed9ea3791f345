package wexa.connect;

import java.io.IOException;
import java.net.ConnectException;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import javax.net.ssl.SSLException;
import wexa.connect.Exchange.Nature;

/** Sends one HTTP request and reads the answer, bounded in size and in time. Redirections are not followed. */
public final class Sending {
    static final Duration UNASKED_PATIENCE = Duration.ofSeconds(2);

    private final HttpClient client;
    private final Duration limit;
    private final int largest;

    /**
     * @param limit the time from sending to the end of the answer
     * @param largest how many bytes an answer may have
     */
    public Sending(HttpClient client, Duration limit, int largest) {
        this.client = client;
        this.limit = limit;
        this.largest = largest;
    }

    public Outcome<HttpResponse<byte[]>> send(Nature nature, HttpRequest request) {
        CompletableFuture<HttpResponse<byte[]>> answer =
                client.sendAsync(request, information -> new BoundedBody(largest));
        try {
            return new Outcome.Done<>(answer.get(limit.toMillis(), TimeUnit.MILLISECONDS));
        } catch (TimeoutException trickling) {
            // the client's own limit ends at the headers; this one ends with the body, and gives the connection back
            answer.cancel(true);
            return lost(nature, "the answer took longer than " + limit.toSeconds() + " s");
        } catch (ExecutionException failed) {
            return failed(nature, Objects.requireNonNullElse(failed.getCause(), failed));
        } catch (InterruptedException stopped) {
            answer.cancel(true);
            Thread.currentThread().interrupt();
            return new Outcome.Unknown<>("stopped before the answer came");
        }
    }

    private <T> Outcome<T> failed(Nature nature, Throwable failure) {
        if (failure instanceof BoundedBody.TooLargeException) {
            return nature != Nature.WRITING
                    ? new Outcome.Refused<>(
                            200,
                            Exchange.TOO_LARGE,
                            "the tenant's answer is larger than "
                                    + (largest >> 20 > 0 ? (largest >> 20) + " MB" : (largest >> 10) + " kB"))
                    : new Outcome.Unknown<>("the tenant's answer was too large to read");
        }
        for (Throwable at = failure; at != null; at = at.getCause()) {
            if (at instanceof SSLException untrusted) {
                // a handshake comes before anything is sent
                return new Outcome.TryLater<>(UNASKED_PATIENCE, Trust.words(untrusted));
            }
        }
        if (failure instanceof ConnectException || failure instanceof HttpConnectTimeoutException) {
            return new Outcome.TryLater<>(UNASKED_PATIENCE, "the tenant cannot be reached");
        }
        if (failure instanceof IOException) {
            return lost(nature, "the connection was lost before the answer came");
        }
        throw new IllegalStateException("the request failed in an unforeseen way", failure);
    }

    static <T> Outcome<T> lost(Nature nature, String words) {
        return nature != Nature.WRITING
                ? new Outcome.TryLater<>(UNASKED_PATIENCE, words)
                : new Outcome.Unknown<>(words);
    }
}

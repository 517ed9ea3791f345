package wexa.sandbox;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.Duration;
import java.util.Random;

/** What a tenant is told to do wrong: one fault for so many requests, or any of them now and then. */
final class Faults {
    private final Duration always;
    private Kind kind = Kind.NONE;
    private int left;
    private Duration delay = Duration.ZERO;
    private int percent;
    private Random random = new Random(0);

    /**
     * Ways to misbehave. {@code CUT} does the work and then closes the connection without an answer, {@code TRICKLED} answers
     * it in small pieces, {@code MISTYPED} with a page in place of JSON; {@code STRAYED} does nothing and says 404 by a page, as
     * whatever stands in front of a tenant does.
     */
    enum Kind {
        NONE,
        SLOW,
        UNAVAILABLE,
        LIMITED,
        CUT,
        TRICKLED,
        MISTYPED,
        STRAYED
    }

    /** A tenant that is always a little slow. */
    Faults(Duration always) {
        this.always = always;
    }

    /** With a {@code percent}, that share of all requests goes wrong in one way or another, by the given {@code seed}. */
    synchronized void set(JsonNode wanted) {
        percent = wanted.path("percent").asInt(0);
        random = new Random(wanted.path("seed").asLong(0));
        kind = Kind.valueOf(wanted.path("kind").asText("NONE"));
        left = wanted.path("times").asInt(1);
        delay = Duration.ofMillis(wanted.path("millis").asInt(2_000));
    }

    /** The fault for the next request that writes or reads resources. */
    synchronized Kind next() {
        if (random.nextInt(100) < percent) {
            return Kind.values()[1 + random.nextInt(Kind.values().length - 1)];
        }
        if (left <= 0) {
            return Kind.NONE;
        }
        left--;
        return kind;
    }

    synchronized Duration delay(Kind fault) {
        return fault == Kind.SLOW ? always.plus(delay) : always;
    }
}

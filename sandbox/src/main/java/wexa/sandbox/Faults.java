package wexa.sandbox;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.Duration;

/** What a tenant is told to do wrong, for so many requests. */
final class Faults {
    private final Duration always;
    private Kind kind = Kind.NONE;
    private int left;
    private Duration delay = Duration.ZERO;

    /** Ways to misbehave. {@code CUT} does the work and then closes the connection without an answer. */
    enum Kind {
        NONE,
        SLOW,
        UNAVAILABLE,
        LIMITED,
        CUT
    }

    /** A tenant that is always a little slow. */
    Faults(Duration always) {
        this.always = always;
    }

    synchronized void set(JsonNode wanted) {
        kind = Kind.valueOf(wanted.path("kind").asText("NONE"));
        left = wanted.path("times").asInt(1);
        delay = Duration.ofMillis(wanted.path("millis").asInt(2_000));
    }

    /** The fault for the next request that writes or reads resources. */
    synchronized Kind next() {
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

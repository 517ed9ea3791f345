package wexa.server.readings;

import java.time.Instant;
import java.util.Optional;

/** How old what is known of a tenant is, and what the last try came to. */
public record Freshness(State state, String detail, Instant triedAt, Optional<Instant> doneAt, int objects) {
    /** What the last try came to. */
    public enum State {
        DONE,
        FAILED
    }
}

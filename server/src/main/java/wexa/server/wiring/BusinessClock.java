package wexa.server.wiring;

import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/** The time by which access begins and ends. Leases, time-outs and sessions go by the machine's own clock. */
public final class BusinessClock {
    private final Clock clock;

    public BusinessClock(Clock clock) {
        this.clock = clock;
    }

    /** Now, in whole microseconds: what the store keeps. */
    public Instant now() {
        return clock.instant().truncatedTo(ChronoUnit.MICROS);
    }
}

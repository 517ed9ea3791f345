package wexa.server.jobs;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import wexa.server.wiring.BusinessClock;

/**
 * How much is sent to a tenant at once. One that asks for patience is left alone for as long as it asks, and gets one
 * request at a time for a while after that. Kept in memory: whoever starts anew finds out by asking once.
 */
@Component
class Pace {
    /** So many requests hide the way to a tenant that is far away, and are no burden to one that is small. */
    private static final int WIDEST = 4;

    private static final Duration CAREFUL = Duration.ofMinutes(1);
    private static final Duration LONGEST = Duration.ofHours(25);

    private final BusinessClock clock;
    private final Map<UUID, Instant> silent = new ConcurrentHashMap<>();

    Pace(BusinessClock clock) {
        this.clock = clock;
    }

    /** How many requests may be on their way to it at once; none while it is left alone. */
    int width(UUID tenant) {
        Instant until = silent.get(tenant);
        if (until == null) {
            return WIDEST;
        }
        Instant now = clock.now();
        // a clock that was put back is no reason to wait for longer than anybody may ask
        boolean isAlone = now.isBefore(until) && until.isBefore(now.plus(LONGEST));
        return isAlone ? 0 : now.isBefore(until.plus(CAREFUL)) ? 1 : WIDEST;
    }

    /** When it is asked again, if it is left alone now. */
    Optional<Instant> until(UUID tenant) {
        return width(tenant) == 0 ? Optional.ofNullable(silent.get(tenant)) : Optional.empty();
    }

    void slow(UUID tenant, Duration patience) {
        silent.merge(tenant, clock.now().plus(patience), (was, is) -> was.isAfter(is) ? was : is);
    }

    /** Somebody wants it tried now. */
    void resume(UUID tenant) {
        silent.remove(tenant);
    }
}

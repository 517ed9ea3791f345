package wexa.server.wiring;

import com.fasterxml.uuid.UUIDClock;
import com.fasterxml.uuid.impl.TimeBasedEpochRandomGenerator;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.util.Comparator;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/** Makes ids: UUIDs of version 7 (RFC 9562 5.7), which sort by the time of their making. */
@Component
public class Ids {
    private static final Duration RECENT = Duration.ofDays(1);

    private final Clock machineClock;
    private final TimeBasedEpochRandomGenerator generator;

    public Ids(Clock machineClock, SecureRandom random) {
        this.machineClock = machineClock;
        this.generator = new TimeBasedEpochRandomGenerator(random, new UUIDClock() {
            @Override
            public long currentTimeMillis() {
                return machineClock.millis();
            }
        });
    }

    /** Whether an id was made here within the last day (RFC 9562 5.7): what it names is new to everybody. */
    public boolean isRecent(UUID id) {
        return id.version() == 7 && machineClock.millis() - madeAt(id) < RECENT.toMillis();
    }

    /** What was made within the last day comes first, the newest on top; the rest is left to the next order. */
    public <T> Comparator<T> newestFirst(Function<T, UUID> idOf) {
        return Comparator.comparingLong((T one) -> isRecent(idOf.apply(one)) ? -madeAt(idOf.apply(one)) : 0);
    }

    private static long madeAt(UUID id) {
        return id.getMostSignificantBits() >>> 16;
    }

    public UUID next() {
        return generator.generate();
    }
}

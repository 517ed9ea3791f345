package wexa.server.wiring;

import java.security.SecureRandom;
import java.time.Clock;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Makes ids: UUIDs of version 7 (RFC 9562 5.7), which sort by the time of their making. */
@Component
public class Ids {
    private final Clock machineClock;
    private final SecureRandom random;

    Ids(Clock machineClock, SecureRandom random) {
        this.machineClock = machineClock;
        this.random = random;
    }

    public UUID next() {
        long high = machineClock.millis() << 16 | 0x7000L | random.nextInt(0x1000);
        long low = random.nextLong() & 0x3FFF_FFFF_FFFF_FFFFL | 0x8000_0000_0000_0000L;
        return new UUID(high, low);
    }
}

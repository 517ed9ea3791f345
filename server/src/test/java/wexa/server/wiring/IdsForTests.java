package wexa.server.wiring;

import java.security.SecureRandom;
import java.time.Clock;

/** Makes ids by a clock of the test's own. */
public final class IdsForTests {
    private IdsForTests() {}

    public static Ids of(Clock clock, SecureRandom random) {
        return new Ids(clock, random);
    }
}

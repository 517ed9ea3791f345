package wexa.server.testing;

import java.time.Duration;
import org.awaitility.Awaitility;
import org.awaitility.core.ConditionFactory;

/** Waits long enough for a machine that is busy with something else: what never comes fails late, what comes slowly passes. */
public final class Patience {
    private static final Duration LIMIT = Duration.ofMinutes(3);

    private Patience() {}

    public static ConditionFactory patiently() {
        return Awaitility.await().atMost(LIMIT);
    }
}

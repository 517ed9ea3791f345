package wexa.core.access;

import java.time.Instant;
import wexa.core.value.Window;

/** Windows as compiled columns hold them: two numbers of epoch seconds, with the instants' own ends for open ones. */
final class Seconds {
    private Seconds() {}

    static Window window(long from, long until) {
        return Window.of(instant(from), instant(until));
    }

    private static Instant instant(long second) {
        if (second == Instant.MAX.getEpochSecond()) {
            return Instant.MAX;
        }
        return second == Instant.MIN.getEpochSecond() ? Instant.MIN : Instant.ofEpochSecond(second);
    }
}

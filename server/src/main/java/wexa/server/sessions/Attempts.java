package wexa.server.sessions;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Slows guessing down: after five wrong passwords for a login, a minute's pause. */
@Component
class Attempts {
    private static final int FREE = 5;
    private static final Duration PAUSE = Duration.ofMinutes(1);
    private static final int REMEMBERED = 10_000;

    private final Clock machineClock;
    private final Map<String, Failed> failures = new LinkedHashMap<>() {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Failed> eldest) {
            return size() > REMEMBERED;
        }
    };

    private record Failed(int times, Instant last) {}

    Attempts(Clock machineClock) {
        this.machineClock = machineClock;
    }

    synchronized boolean mustWait(String login) {
        Failed failed = failures.get(login);
        return failed != null
                && failed.times() >= FREE
                && machineClock.instant().isBefore(failed.last().plus(PAUSE));
    }

    synchronized void failed(String login) {
        Failed before = failures.get(login);
        failures.put(login, new Failed(before == null ? 1 : before.times() + 1, machineClock.instant()));
    }

    synchronized void succeeded(String login) {
        failures.remove(login);
    }
}

package wexa.server.sessions;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * Slows guessing down. An attempt is counted before its password is looked at, so that guesses made at the same time get no
 * more than their share; success gives it back. Counted is
 * <ul>
 *   <li>per login: five, then one a minute. A login that does not exist is counted in one of a fixed number of places, so
 *       that invented ones neither tell themselves apart nor push out anything;
 *   <li>per device on which the login signed in before, apart from all others: whoever guesses elsewhere locks nobody out;
 *   <li>per address: forty, then one every ten seconds.
 * </ul>
 * The counts go by the machine's clock and are forgotten when the server starts.
 */
@Component
class Attempts {
    private static final int FREE = 5;
    private static final Duration PAUSE = Duration.ofMinutes(1);
    private static final int FREE_OF_ADDRESS = 40;
    private static final Duration PAUSE_OF_ADDRESS = Duration.ofSeconds(10);
    private static final int INVENTED = 1_024;
    private static final int ADDRESSES = 20_000;

    private final Clock machineClock;
    private final Map<String, Count> known = new HashMap<>();
    private final Count[] invented = new Count[INVENTED];
    private final Map<String, Count> addresses = new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Count> eldest) {
            return size() > ADDRESSES;
        }
    };

    /** Attempts that are not given back, and when the last was made. */
    private static final class Count {
        private int times;
        private Instant last = Instant.EPOCH;

        /** How long to wait before the next; empty if it may be made. */
        Optional<Duration> pause(int free, Duration pause, Instant now) {
            if (last.isAfter(now)) {
                // the clock was put back
                last = now;
            }
            Duration since = Duration.between(last, now);
            // each pause that goes by without an attempt gives one back
            long back = Math.min(times, since.dividedBy(pause));
            return times - back < free
                    ? Optional.empty()
                    : Optional.of(pause.minus(since.minus(pause.multipliedBy(back))));
        }

        void take(Duration pause, Instant now) {
            long back = Math.min(times, Duration.between(last, now).dividedBy(pause));
            times = (int) (times - back) + 1;
            last = now;
        }

        void giveBack() {
            times = Math.max(0, times - 1);
        }
    }

    Attempts(Clock machineClock) {
        this.machineClock = machineClock;
        for (int at = 0; at < INVENTED; at++) {
            invented[at] = new Count();
        }
    }

    /** An attempt that was let in: it is counted until {@link #succeeded}. */
    final class Attempt {
        private final String name;
        private final Count ofLogin;
        private final Count ofAddress;

        private Attempt(String name, Count ofLogin, Count ofAddress) {
            this.name = name;
            this.ofLogin = ofLogin;
            this.ofAddress = ofAddress;
        }

        void succeeded() {
            synchronized (Attempts.this) {
                ofLogin.times = 0;
                // a device is known by something else after each sign-in: what it was known by must not pile up
                known.remove(name, ofLogin);
                ofAddress.giveBack();
            }
        }
    }

    /** An attempt, or how long to wait for one. */
    record Answer(Optional<Attempt> attempt, Duration pause) {}

    /**
     * Counts an attempt for a login.
     *
     * @param administrator who has the login, if anybody does
     * @param device what a device on which they signed in before is known by
     */
    Answer begin(String login, Optional<UUID> administrator, Optional<String> device, String address) {
        String name = administrator
                .map(id -> id + device.map(one -> " on " + one).orElse(""))
                .orElse("");
        return begin(name, login, address);
    }

    /** Counts an attempt at something else that only the person themselves can know. */
    Answer beginOwn(UUID administrator, String what, String address) {
        return begin(administrator + " " + what, "", address);
    }

    private synchronized Answer begin(String name, String login, String address) {
        Instant now = machineClock.instant();
        Count ofLogin = name.isEmpty()
                ? invented[Math.floorMod(login.hashCode(), INVENTED)]
                : known.computeIfAbsent(name, any -> new Count());
        Count ofAddress = addresses.computeIfAbsent(network(address), any -> new Count());
        Optional<Duration> pause =
                ofLogin.pause(FREE, PAUSE, now).or(() -> ofAddress.pause(FREE_OF_ADDRESS, PAUSE_OF_ADDRESS, now));
        if (pause.isPresent()) {
            return new Answer(Optional.empty(), pause.get());
        }
        ofLogin.take(PAUSE, now);
        ofAddress.take(PAUSE_OF_ADDRESS, now);
        return new Answer(Optional.of(new Attempt(name, ofLogin, ofAddress)), Duration.ZERO);
    }

    /** Who has one IPv6 address has a whole network of them (RFC 6177): counted are the first 64 bits. */
    private static String network(String address) {
        String[] groups = address.split(":", -1);
        return groups.length < 4 ? address : String.join(":", Arrays.copyOf(groups, 4));
    }
}

package wexa.server.wiring;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.ExecutorService;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/**
 * Sees to it that work which was put off by a clock that has been put back since does not wait for years. Nothing is ever put
 * off for longer than {@link #LONGEST}: what lies further ahead is done now.
 */
@Component
class ClockWatch {
    private static final Logger LOG = LoggerFactory.getLogger(ClockWatch.class);

    /** Longer than any interval of the settings, and than a tenant may ask for patience. */
    private static final Duration LONGEST = Duration.ofDays(8);

    private static final Duration PAUSE = Duration.ofSeconds(30);

    private final JdbcTemplate jdbc;
    private final Clock machineClock;
    private final ExecutorService background;

    ClockWatch(JdbcTemplate jdbc, Clock machineClock, ExecutorService background) {
        this.jdbc = jdbc;
        this.machineClock = machineClock;
        this.background = background;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        background.execute(() -> {
            while (!Thread.currentThread().isInterrupted()) {
                look();
                try {
                    Thread.sleep(PAUSE);
                } catch (InterruptedException stopped) {
                    Thread.currentThread().interrupt();
                }
            }
        });
    }

    /** Brings forward what lies too far ahead; the number of such tasks. */
    int look() {
        Instant now = machineClock.instant();
        try {
            int brought = jdbc.update(
                    "update scheduled_tasks set execution_time = ? where picked = false and execution_time > ?",
                    Timestamp.from(now),
                    Timestamp.from(now.plus(LONGEST)));
            if (brought > 0) {
                LOG.warn("the clock was put back: {} tasks that lay too far ahead are done now", brought);
            }
            return brought;
        } catch (RuntimeException unreachable) {
            // the store may be away for a moment, and is looked at again
            LOG.warn("the tasks could not be looked at: {}", unreachable.getMessage());
            return 0;
        }
    }
}

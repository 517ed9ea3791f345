package wexa.server.heavy;

import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import wexa.server.problems.Problem;

/** Reviews of long drafts and tries of tables: few at a time, so that everything else goes on beside them. */
@Component
public class HeavyWork {
    /** From so many entries on it takes seconds. */
    public static final int LONG = 2_000;

    private static final int AT_A_TIME = 2;
    private static final Duration PATIENCE = Duration.ofSeconds(45);

    private final Semaphore turns = new Semaphore(AT_A_TIME, true);

    /** Runs at once what is short, and what is long when it is its turn. */
    public <T> T run(boolean isLong, Supplier<T> work) {
        if (!isLong) {
            return work.get();
        }
        boolean isIn = false;
        try {
            isIn = turns.tryAcquire(PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
            if (!isIn) {
                throw new Problem(
                        503, "busy.heavy", "Other large drafts or tables are being processed. Try again in a minute.");
            }
            return work.get();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new Problem(503, "busy", "The server is stopping. Try again in a minute.");
        } finally {
            if (isIn) {
                turns.release();
            }
        }
    }
}

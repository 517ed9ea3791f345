package wexa.server.heavy;

import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import wexa.core.cancelling.Cancellation;
import wexa.server.problems.Problem;

/**
 * Work on long drafts and tables: little at a time and in the order in which it was asked for, so that everything else goes on
 * beside it. It ends when whoever asked has gone.
 */
@Component
public class HeavyWork {
    /** From so many entries on it takes seconds. */
    public static final int LONG = 2_000;

    private static final int AT_A_TIME = 2;
    private static final Duration PATIENCE = Duration.ofSeconds(45);
    private static final Duration BETWEEN_LOOKS = Duration.ofMillis(500);

    private final LongWork shown;
    private final Deque<Object> waiting = new ArrayDeque<>();
    private int running;

    HeavyWork(LongWork shown) {
        this.shown = shown;
    }

    /** Runs at once what is short, and what is long when it is its turn. */
    public <T> T run(boolean isLong, LongWork.What what, Supplier<T> work) {
        return isLong ? shown.run(what, task -> run(task, work)) : work.get();
    }

    private <T> T run(LongWork.Task task, Supplier<T> work) {
        BooleanSupplier isGone = Presence.gone();
        BooleanSupplier gone = () -> task.isCancelled() || isGone.getAsBoolean();
        await(task, gone);
        try {
            return Cancellation.unless(gone, work);
        } catch (CancellationException cancelled) {
            throw task.isCancelled() ? calledOff() : nobodyThere();
        } finally {
            end();
        }
    }

    private synchronized void await(LongWork.Task task, BooleanSupplier gone) {
        Object place = new Object();
        waiting.addLast(place);
        try {
            long until = System.nanoTime() + PATIENCE.toNanos();
            while (running == AT_A_TIME || waiting.peekFirst() != place) {
                if (gone.getAsBoolean()) {
                    throw task.isCancelled() ? calledOff() : nobodyThere();
                }
                if (System.nanoTime() - until >= 0) {
                    throw new Problem(
                            503,
                            "busy.heavy",
                            "Other large drafts or tables are being processed. Try again in a minute.");
                }
                wait(BETWEEN_LOOKS.toMillis());
            }
            running++;
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new Problem(503, "busy", "The server is stopping. Try again in a minute.");
        } finally {
            waiting.remove(place);
            notifyAll();
        }
    }

    private synchronized void end() {
        running--;
        notifyAll();
    }

    private static Problem calledOff() {
        return new Problem(409, "work.cancelled", "This was cancelled. Nothing was changed; ask again to begin anew.");
    }

    private static Problem nobodyThere() {
        return new Problem(503, "gone", "The client disconnected, so the request was cancelled. Send it again.");
    }
}

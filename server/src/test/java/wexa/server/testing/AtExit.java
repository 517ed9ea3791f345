package wexa.server.testing;

import java.util.ArrayDeque;
import java.util.Deque;

/**
 * What is closed when the tests are over, what was opened last first: a server before the store that it works on. Shutdown hooks of
 * their own would all run at once, and a server whose store is gone already waits for it in vain.
 */
public final class AtExit {
    private static final Deque<Runnable> CLOSINGS = new ArrayDeque<>();

    static {
        Runtime.getRuntime().addShutdownHook(new Thread(AtExit::closeAll));
    }

    private AtExit() {}

    public static synchronized void close(Runnable one) {
        CLOSINGS.push(one);
    }

    private static synchronized void closeAll() {
        CLOSINGS.forEach(Runnable::run);
    }
}

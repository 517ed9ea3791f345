package wexa.server.wiring;

import com.zaxxer.hikari.SQLExceptionOverride;
import java.sql.SQLException;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Tells the pool which connections are worth nothing any more. When the store could not write, it closes itself, and every
 * connection to it says so for ever; it opens again for a new one.
 */
public final class ClosedStore implements SQLExceptionOverride {
    /** H2's codes for a store that is or was closed, is in the way of itself, or broke in its file. */
    private static final Set<Integer> CLOSED = Set.of(90098, 90121, 90028, 90030, 90031, 90067, 50000);

    /** Those who keep a connection: until they let go of it, the store cannot be opened again. The pool makes this object by its name. */
    private static final Set<Runnable> KEEPERS = ConcurrentHashMap.newKeySet();

    /** Has somebody told whenever a connection says that the store is closed, by whatever thread found out. */
    public static void tell(Runnable keeper) {
        KEEPERS.add(keeper);
    }

    public static void tellNoMore(Runnable keeper) {
        KEEPERS.remove(keeper);
    }

    @java.lang.Override
    public SQLExceptionOverride.Override adjudicate(SQLException failure) {
        for (Throwable at = failure; at != null; at = at.getCause()) {
            if (at instanceof SQLException one && CLOSED.contains(one.getErrorCode())) {
                KEEPERS.forEach(Runnable::run);
                return SQLExceptionOverride.Override.MUST_EVICT;
            }
        }
        return SQLExceptionOverride.Override.CONTINUE_EVICT;
    }
}

package wexa.server.database;

import com.zaxxer.hikari.SQLExceptionOverride;
import java.sql.SQLException;
import java.util.Set;

/**
 * Tells the pool which connections are worth nothing any more. When the store could not write, it closes itself, and every
 * connection to it says so for ever; it opens again for a new one.
 */
public final class ClosedStore implements SQLExceptionOverride {
    /** H2's codes for a store that is or was closed, is in the way of itself, or broke in its file. */
    private static final Set<Integer> CLOSED = Set.of(90098, 90121, 90028, 90030, 90031, 90067, 50000);

    @java.lang.Override
    public SQLExceptionOverride.Override adjudicate(SQLException failure) {
        for (Throwable at = failure; at != null; at = at.getCause()) {
            if (at instanceof SQLException one && CLOSED.contains(one.getErrorCode())) {
                return SQLExceptionOverride.Override.MUST_EVICT;
            }
        }
        return SQLExceptionOverride.Override.CONTINUE_EVICT;
    }
}

package wexa.server.urgent;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.server.people.LeavingViews.DirectoryEntryView;

/** How it is shown what became of somebody's way in. */
final class UrgentViews {
    private UrgentViews() {}

    /** Whether somebody can still sign in to a tenant. */
    enum Way {
        /** The tenant shows the account closed, or gone. */
        CLOSED,
        /** It was sent, or is sent again until the tenant answers. */
        CLOSING,
        /** The tenant has no interface: a task waits for somebody to close it there. */
        BY_HAND,
        /** The tenant said no, shows something else, or somebody passed the step by. */
        OPEN,
        /** The tenant was never read, or is not connected: nobody knows. */
        NOT_KNOWN,
        /** Nobody has stopped it. */
        NOT_STOPPED
    }

    /**
     * One account.
     *
     * @param sessions what became of the notice to end sessions; empty where the tenant takes none
     * @param seconds how long it took from the act to the tenant's confirmation
     */
    record WayIn(
            UUID tenant,
            String where,
            int colour,
            String userName,
            Way way,
            String text,
            String sessions,
            @Nullable Double seconds,
            @Nullable UUID job) {}

    /**
     * Somebody's ways in.
     *
     * @param absence the suspension, while there is one
     * @param since from when on it holds
     * @param mayBeSuspended whether the act suspends them; who has left loses what a tenant still has open, and no more
     * @param entry the entry in their directory, if they have one
     * @param login what they sign in to Wexa itself with, if they do
     * @param rest the draft that ends whatever else they hold, if one waits and the asker may prepare it
     * @param unowned what is left to nobody else while they are out, in words
     * @param hidden how many accounts lie in tenants that the asker does not see
     */
    record UrgentView(
            @Nullable UUID absence,
            @Nullable Instant since,
            String reason,
            boolean mayBeSuspended,
            @Nullable DirectoryEntryView entry,
            List<WayIn> ways,
            @Nullable String login,
            @Nullable UUID rest,
            List<String> unowned,
            int hidden) {}

    /**
     * What came of the act.
     *
     * @param draft holds all that would end with the person, to be reviewed
     * @param problems what could not even be sent, with the tenant first
     */
    record Closed(@Nullable UUID draft, List<String> problems, UrgentView view) {}
}

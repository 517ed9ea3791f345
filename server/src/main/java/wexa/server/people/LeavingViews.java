package wexa.server.people;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.leaving.Holding.Fate;
import wexa.core.leaving.Holding.What;
import wexa.server.secrets.SecretViews.SharedSecretView;

/** How it is shown what somebody who leaves holds, and what is left of it. */
public final class LeavingViews {
    private LeavingViews() {}

    /**
     * What somebody who leaves holds.
     *
     * @param lastDay when the last of the engagements ends, if that is known
     * @param engagements those that have not ended; one of several can be ended alone
     * @param hidden how much lies in tenants that the asker does not see, and is not told
     */
    public record LeavingView(
            PersonRow person,
            @Nullable Instant lastDay,
            @Nullable DirectoryEntryView directory,
            List<LeavingEngagement> engagements,
            List<HoldingView> holdings,
            List<SharedSecretView> secrets,
            List<WarningView> warnings,
            int hidden) {}

    public record LeavingEngagement(
            UUID id, String text, @Nullable Instant until, boolean isEnding) {}

    /**
     * Something that the person holds.
     *
     * @param fact what it is about, for whom takes it over
     * @param where the tenant; empty for what is in none
     * @param through how they come to have it
     * @param read how a tenant shows it: SAME, MISSING, EXTRA, DIFFERS, NOT_READ; empty where no tenant does
     */
    public record HoldingView(
            What what,
            Fate fate,
            UUID fact,
            String title,
            String through,
            @Nullable Instant from,
            @Nullable Instant until,
            @Nullable UUID tenant,
            String where,
            @Nullable Integer colour,
            String read,
            @Nullable PlannedView change) {}

    /**
     * The person's entry in their directory.
     *
     * @param directory what the directory is called
     * @param isOut whether the person is out, so that the entry is to be disabled
     * @param mayAsk whether Wexa can disable it there
     */
    public record DirectoryEntryView(
            String directory,
            Left left,
            String text,
            boolean isOut,
            boolean mayAsk,
            @Nullable Instant readAt) {}

    /** A change, as an entry of a draft has it. */
    public record PlannedView(String form, Map<String, String> fields) {}

    /** What somebody has to know or decide before. */
    public record WarningView(String code, boolean isBlocking, String title, String text) {}

    /** What is left in a tenant of somebody whose account was closed. */
    public enum Left {
        /** The tenant was read since, and nothing is left there. */
        CONFIRMED,
        /** Steps are on their way, or the tenant was not read since. */
        WAITING,
        /** The tenant has no interface: whoever closed the account there said so, and no list has shown it since. */
        CONFIRMED_BY_HAND,
        /** It cannot be read. */
        CANNOT_BE_CHECKED,
        STILL_THERE,
        /** Nobody has closed the account here. */
        OPEN
    }

    /**
     * A tenant in which somebody had an account.
     *
     * @param text what was looked at, and what was found
     */
    public record LeftView(
            UUID tenant,
            String where,
            int colour,
            String userName,
            Left left,
            String text,
            @Nullable Instant closedAt,
            @Nullable Instant readAt) {}

    /**
     * All that is left of somebody; complete only where the directory and each tenant are confirmed, by hand or not, and nothing
     * else is held.
     *
     * @param entry nothing for somebody whom no directory lists
     * @param secrets what they knew and was not changed since
     * @param hidden in how many more tenants, which the asker does not see, they have or had an account
     */
    public record RemovalView(
            @Nullable DirectoryEntryView entry,
            List<SharedSecretView> secrets,
            List<LeftView> tenants,
            int holdings,
            int hidden,
            boolean isComplete) {}
}

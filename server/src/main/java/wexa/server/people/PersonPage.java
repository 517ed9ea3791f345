package wexa.server.people;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.lifecycle.Identity;
import wexa.core.model.Absence;
import wexa.server.jobs.Sendings;
import wexa.server.log.Log;

/**
 * Everything on a person's page but what the person can do, which is read apart. {@code moments} are the coming instants
 * at which something of that begins or ends, the nearest first.
 */
public record PersonPage(
        PersonRow person,
        String givenName,
        String familyName,
        @Nullable String mail,
        @Nullable String phone,
        @Nullable String directoryEntry,
        List<PersonFieldViews.ValueView> fields,
        IdentityView identity,
        List<EngagementView> engagements,
        List<AccountView> accounts,
        List<GroupView> groups,
        List<RoleView> roles,
        List<AbsenceView> absences,
        List<MomentView> moments,
        List<Log.Written> history) {
    /** A coming instant, and how much of what the person can do begins and ends then. */
    public record MomentView(Instant at, int gains, int losses) {}

    /**
     * When the person is away; only what is still to come or goes on.
     *
     * @param covers who has what for it, as long as it lasts
     */
    public record AbsenceView(
            UUID id,
            @Nullable Instant from,
            @Nullable Instant until,
            Absence.Manner manner,
            Absence.Seats seats,
            String reason,
            boolean isNow,
            List<CoveredByView> covers) {}

    /** A role that somebody has in the person's place. */
    public record CoveredByView(
            UUID assignment,
            UUID personId,
            String person,
            String role,
            String tenant,
            int colour,
            @Nullable String area) {}

    /**
     * What is known of who the person is; {@code invitedAt} and {@code invitation} where they were invited from outside.
     */
    public record IdentityView(
            Identity state,
            String home,
            @Nullable UUID invitation,
            @Nullable Instant invitedAt,
            @Nullable Instant acceptedAt) {}

    /** Why the person is here. */
    public record EngagementView(
            UUID id,
            String kind,
            @Nullable String number,
            String job,
            String unit,
            UUID unitId,
            @Nullable Instant from,
            @Nullable Instant until) {}

    /**
     * What the tenant itself answers about all that the person holds there, usable or blocked.
     *
     * @param wrong answers that are not what is expected: no to what should work, yes to what should be blocked
     * @param unasked what was never asked
     * @param askedAt when the oldest answer was given
     */
    public record VerifiedView(
            boolean canBeAsked,
            int asked,
            int yes,
            int wrong,
            int unasked,
            @Nullable Instant askedAt) {}

    /** How an account that should be open there stands in its tenant, as far as signing in goes. */
    public enum InTenant {
        /** As it should be in this respect, or should not be open. */
        SIGNS_IN,
        MISSING,
        CLOSED,
        OTHER_USER_NAME
    }

    /**
     * A login with its seat, and three facts about it, each with its age: what was sent of it and of its roles, what was read
     * of it (the square says how the two sides stand), and what the tenant answers. {@code found} is what the tenant gives it
     * that nobody here gave.
     */
    public record AccountView(
            UUID id,
            UUID tenantId,
            String app,
            String tenant,
            int colour,
            String userName,
            String state,
            @Nullable String seat,
            String square,
            String difference,
            InTenant inTenant,
            @Nullable Instant readAt,
            Sendings.Sent sent,
            VerifiedView verified,
            @Nullable UUID seatId,
            List<String> found) {}

    /** A group and how the person comes to be in it; {@code from} only where that is still to come. */
    public record GroupView(
            UUID id,
            String name,
            String kind,
            @Nullable UUID membership,
            @Nullable Instant from,
            @Nullable Instant until,
            String reason) {}

    /**
     * A role given to the person, or to a group of theirs; {@code coversFor} is the colleague in whose place they have it, {@code inert} does nothing for want of an area, {@code from}
     * stands only where that is still to come.
     */
    public record RoleView(
            UUID assignment,
            UUID role,
            String name,
            String app,
            String tenant,
            int colour,
            @Nullable String area,
            @Nullable String throughGroup,
            @Nullable Instant from,
            @Nullable Instant until,
            boolean inert,
            String square,
            @Nullable String coversFor) {}
}

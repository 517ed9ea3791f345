package wexa.server.people;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.lifecycle.Identity;
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
        IdentityView identity,
        List<EngagementView> engagements,
        List<AccountView> accounts,
        List<GroupView> groups,
        List<RoleView> roles,
        List<Instant> moments,
        List<Log.Written> history) {
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
     * A login with its seat, what was read of it, and how the two sides stand: the square. {@code found} is what the
     * tenant gives it that nobody here gave.
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
            @Nullable Instant readAt,
            boolean evaluates,
            Map<String, Integer> proved,
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
     * A role given to the person, or to a group of theirs; {@code inert} does nothing for want of an area, {@code from}
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
            String square) {}
}

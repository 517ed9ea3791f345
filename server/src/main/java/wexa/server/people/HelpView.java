package wexa.server.people;

import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.server.messages.SignInLinks;

/** Why somebody cannot sign in or cannot work, as far as Wexa knows it. */
public record HelpView(
        PersonRow person,
        @Nullable String mail,
        @Nullable String phone,
        List<Finding> findings,
        List<PersonPage.AccountView> accounts,
        List<SignInLinks.SignInMessage> messages) {
    /** How much it stands in the way. */
    public enum Severity {
        /** As long as it is so, nothing works, or nothing in the tenants that it is about. */
        STOPS,
        /** It may be the reason. */
        MAY
    }

    /** What somebody who only helps may do about it. */
    public enum Help {
        /** Send the message with {@code target} as its id again. */
        SEND,
        /** Read the tenant with {@code target} as its id again. */
        READ,
        /** Somebody else has to act; the person's page shows where. */
        ASK
    }

    /**
     * One reason.
     *
     * @param code a stable name of the kind of reason
     * @param tenantId the tenant in which it stands in the way; everywhere without
     */
    public record Finding(
            Severity severity,
            String code,
            String title,
            String text,
            Help help,
            @Nullable String target,
            @Nullable UUID tenantId,
            @Nullable Integer colour) {}
}

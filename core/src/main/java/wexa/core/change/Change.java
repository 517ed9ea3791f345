package wexa.core.change;

import java.time.Instant;
import java.util.Map;
import wexa.core.model.Model;

/**
 * An intent in the administrator's terms. It is resolved into effects on a model; its form and slots make its sentence.
 * Families keep the variants of one kind of fact together.
 */
public sealed interface Change
        permits PersonChange,
                EngagementChange,
                GroupChange,
                MembershipChange,
                AccountChange,
                SeatChange,
                AssignmentChange,
                InvitationChange,
                UnitChange,
                HomeChange,
                TenantChange {
    /**
     * Effects on this model, or findings that stand in the way. Starts before {@code now} are moved to {@code now} where
     * they give access; what is so already yields no effects.
     */
    Resolution resolve(Model model, Instant now);

    /** The name of the change's form, such as {@code membership.put}: the key of its rule in the grammar. */
    String form();

    /** The parts of its sentence by name. Unused optional parts are left out. */
    Map<String, String> slots(Names names);
}

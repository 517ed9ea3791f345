package wexa.server.people;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.model.EngagementKind;
import wexa.server.people.LeavingViews.PlannedView;
import wexa.server.people.MoveViews.MoveItemView;
import wexa.server.people.MoveViews.MovePeer;

/** How it is asked and shown what somebody who comes back starts with. */
public final class ReturnViews {
    private ReturnViews() {}

    /**
     * The new engagement.
     *
     * @param manager who leads them; the unit's own manager, or the one most peers have, where nobody is named
     * @param at when it begins; now where nothing is said
     */
    public record ReturnInput(
            @NotNull EngagementKind kind,
            @NotNull UUID unit,
            @NotBlank @Size(max = 120) String job,
            @Nullable UUID manager,
            @Nullable @Size(max = 20) String number,
            @Nullable Instant at) {}

    /** What they were last; nothing is known of whoever was never engaged. */
    public record LastJob(EngagementKind kind, UUID unit, String unitName, String job, String number, Instant left) {}

    /**
     * What comes of it.
     *
     * @param begin the engagement
     * @param isLocked whether somebody closed their sign-in, so that nothing is given before that is lifted
     * @param hidden how much lies in tenants that the asker does not see, and is not told
     */
    public record ReturnView(
            PersonRow person,
            LastJob last,
            List<MovePeer> peers,
            @Nullable String managerName,
            PlannedView begin,
            List<MoveItemView> items,
            boolean isLocked,
            int hidden) {}
}

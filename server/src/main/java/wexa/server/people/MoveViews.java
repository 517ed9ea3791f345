package wexa.server.people;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.model.EngagementKind;
import wexa.core.moving.MoveItem;
import wexa.server.people.LeavingViews.PlannedView;

/** How it is asked and shown what changes for somebody who changes jobs. */
public final class MoveViews {
    private static final int LONGEST_GRACE = 365;

    private MoveViews() {}

    /**
     * A move.
     *
     * @param engagement which of several; the one that runs where none is named
     * @param manager who leads them then; the unit's own manager, or the one most peers have, where nobody is named
     * @param number their staff number then, where it becomes another
     * @param at when; now where nothing is said
     * @param graceDays how long what goes is kept
     */
    public record MoveInput(
            @Nullable UUID engagement,
            @NotNull EngagementKind kind,
            @NotNull UUID unit,
            @NotBlank @Size(max = 120) String job,
            @Nullable UUID manager,
            @Nullable @Size(max = 20) String number,
            @Nullable Instant at,
            @Min(0) @Max(LONGEST_GRACE) int graceDays) {}

    /** What somebody was before another program or a directory changed their job, and when it did. */
    public record BroughtView(String job, String unitName, EngagementKind kind, Instant at) {}

    /** An engagement that can be moved. */
    public record MovingEngagement(
            UUID id,
            EngagementKind kind,
            UUID unit,
            String unitName,
            String job,
            String number,
            @Nullable String manager) {}

    /** Somebody whose access was looked at. */
    public record MovePeer(UUID id, String name) {}

    /**
     * Something that goes, stays or comes.
     *
     * @param thing GROUP, ROLE or ACCOUNT
     * @param rule the conflict rule that lets it not be kept, or not come
     * @param isProposed whether it is done unless somebody says otherwise
     */
    public record MoveItemView(
            MoveItem.Column column,
            MoveItem.Why why,
            String thing,
            String name,
            String detail,
            @Nullable Integer colour,
            int having,
            int of,
            @Nullable String rule,
            boolean isProposed,
            List<PlannedView> changes) {}

    /**
     * What changes.
     *
     * @param edit what changes the engagement itself; nothing where that stays as it is
     * @param managerName who leads them then
     * @param until how long what goes is kept
     * @param hidden how much lies in tenants that the asker does not see, and is not told
     */
    public record MoveView(
            PersonRow person,
            MovingEngagement engagement,
            @Nullable BroughtView brought,
            List<MovePeer> former,
            List<MovePeer> next,
            @Nullable String managerName,
            @Nullable PlannedView edit,
            List<MoveItemView> items,
            @Nullable Instant until,
            int hidden) {}
}

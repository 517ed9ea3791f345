package wexa.server.apply;

import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.server.tenants.TenantViews;

/** A draft's review, sorted by whom it concerns and by where it goes. */
public record ReviewView(
        List<PersonReview> people, int morePeople, List<TenantReview> tenants, List<MessageReview> messages) {
    /** Somebody who gets a message about new accounts. Without an address it cannot go. */
    public record MessageReview(String name, @Nullable String address, boolean isFirst, boolean isAutomatic) {}

    /** What one person gains and loses when the most of the draft has begun. */
    public record PersonReview(UUID id, String name, List<ShiftView> gains, List<ShiftView> losses) {}

    /** Actions on one type of record at one area of a tenant. */
    public record ShiftView(String tenant, int colour, String record, String area, List<String> actions) {}

    /**
     * What goes to one tenant: the steps as they would be made now, seats as they would be left, and what already differs
     * on the objects that the draft touches, which the same steps settle.
     */
    public record TenantReview(
            UUID id,
            String name,
            int colour,
            boolean answers,
            List<String> steps,
            List<TenantViews.SeatPoolView> pools,
            List<TenantViews.DifferenceView> differing) {}
}

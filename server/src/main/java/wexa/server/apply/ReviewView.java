package wexa.server.apply;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.access.Usability;
import wexa.server.tenants.TenantViews;

/**
 * A draft's review, sorted by whom it concerns and by where it goes.
 *
 * @param digest what is shown, in one word: whoever applies the draft sends it
 */
public record ReviewView(String digest, List<PersonReview> people, int morePeople, List<TenantReview> tenants) {
    /**
     * Who is written to: how many about accounts, how many are invited, and for how many somebody has to send it; the first
     * by name and address, and some of those who have none.
     */
    public record MessagesReview(
            int about,
            int invited,
            int byHand,
            @Nullable String name,
            @Nullable String address,
            List<String> nowhere,
            int allNowhere) {}

    /**
     * How many people are given something in a tenant where they have no account: {@code people} for whom it can be opened,
     * and {@code waiting} from outside who are to say first that they are who they are.
     */
    public record MissingView(UUID tenant, String name, int colour, int people, int waiting) {}

    /** What one person gains and loses now and at the next boundaries. */
    public record PersonReview(UUID id, String name, List<ShiftView> gains, List<ShiftView> losses) {}

    /**
     * Actions on one type of record at one area of a tenant. {@code held} says that they are held all along, and that it is
     * their use that is gained or lost; {@code blocks} why they cannot be used, {@code from} from when on it is so, if not now.
     */
    public record ShiftView(
            String tenant,
            int colour,
            String record,
            String area,
            List<String> actions,
            boolean held,
            List<Usability.Block> blocks,
            @Nullable Instant from) {}

    /**
     * What goes to one tenant: the first steps as they would be made now and how many there are, seats as they would be left, and what already differs
     * on the objects that the draft touches, which the same steps settle.
     *
     * @param isByHand whether it has no interface, so that somebody has to do them
     */
    public record TenantReview(
            UUID id,
            String name,
            int colour,
            boolean answers,
            boolean feltAtSignIn,
            boolean isByHand,
            List<String> steps,
            int allSteps,
            List<TenantViews.SeatPoolView> pools,
            List<TenantViews.DifferenceView> differing) {}
}

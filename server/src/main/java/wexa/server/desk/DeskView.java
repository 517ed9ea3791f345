package wexa.server.desk;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * What needs attention today, most urgent first; of each kind so many, and how many more there are.
 *
 * @param total all that needs attention, listed or not, without what is to be quiet
 * @param quiet what whoever asks does not want to see before a day
 */
public record DeskView(List<DeskLine> items, List<More> more, int total, List<DeskLine> quiet, Order order) {
    /**
     * How whoever asks arranged their Desk.
     *
     * @param sections names of its parts in the order in which they are wanted; others follow in theirs
     * @param hidden parts that are not wanted
     * @param onlyMine whether only lines are wanted that are their own
     */
    public record Order(List<String> sections, List<String> hidden, boolean onlyMine) {}

    /** How many of a kind are not listed. */
    public record More(String kind, int count) {}

    /**
     * One thing to do. {@code kind} tells what it is about; {@code act} the one next act, {@code target} what it opens:
     * a person's, tenant's or job's id, or a directory entry's user id.
     */
    record Item(
            String kind,
            String title,
            String text,
            String act,
            String target,
            @Nullable Instant at,
            @Nullable UUID tenantId,
            @Nullable Integer colour) {}

    /**
     * A thing to do as it stands on somebody's Desk.
     *
     * @param line what names it as long as it is the same thing, even if its numbers or days become others
     * @param matter what becomes another with any of its words or days
     * @param isMine whether whoever asks took it, or nobody did and it lies in their scope
     * @param holder who takes care of it
     */
    public record DeskLine(
            String line,
            String matter,
            String kind,
            String title,
            String text,
            String act,
            String target,
            @Nullable Instant at,
            @Nullable UUID tenantId,
            @Nullable Integer colour,
            boolean isMine,
            @Nullable Holder holder,
            int comments,
            @Nullable Quiet quiet) {}

    /** Who takes care of a line, and who said so. */
    public record Holder(String login, String name, String givenBy, Instant at) {}

    /** Not before this day, and why. */
    public record Quiet(LocalDate until, String reason) {}
}

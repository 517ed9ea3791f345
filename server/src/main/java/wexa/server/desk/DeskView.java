package wexa.server.desk;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * What needs attention today, most urgent first; of each kind so many, and how many more there are.
 *
 * @param total all that needs attention, listed or not
 */
public record DeskView(List<Item> items, List<More> more, int total) {
    /** How many of a kind are not listed. */
    public record More(String kind, int count) {}

    /**
     * One thing to do. {@code kind} tells what it is about; {@code act} the one next act, {@code target} what it opens:
     * a person's, tenant's or job's id, or a directory entry's user id.
     */
    public record Item(
            String kind,
            String title,
            String text,
            String act,
            String target,
            @Nullable Instant at,
            @Nullable UUID tenantId,
            @Nullable Integer colour) {}
}

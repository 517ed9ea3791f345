package wexa.server.people;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * Why a person can do one thing at one area: every way, and the three answers of rule 4. {@code should} is told for the
 * instant that is asked about; {@code due} is what should be now, which is what was read and answered.
 */
public record WhyView(
        String title,
        String place,
        List<ChainView> chains,
        List<BlockView> blocks,
        String should,
        String due,
        String read,
        @Nullable Instant readAt,
        String proved,
        String provedReason,
        @Nullable Instant provedAt) {
    /** One way, link by link from the person to the permission set. */
    public record ChainView(
            String pattern, List<LinkView> links, @Nullable Instant until, boolean endsFirst) {}

    /** One link. {@code others} counts the people besides this one who would lose this if the link were cut. */
    public record LinkView(
            String kind,
            UUID id,
            String name,
            String note,
            @Nullable Instant until,
            @Nullable Integer others) {}

    /** A reason that stands in the way, and what would settle it. */
    public record BlockView(String code, String text) {}
}

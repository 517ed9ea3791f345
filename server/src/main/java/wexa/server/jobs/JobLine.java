package wexa.server.jobs;

import java.time.Instant;
import java.util.UUID;

/** A job in a list: where it stands in numbers, without its steps. */
public record JobLine(
        UUID id,
        long number,
        long changeset,
        String name,
        Instant createdAt,
        String state,
        int done,
        int open,
        int refused,
        int skipped,
        int total) {
    /** What the numbers come to: a refused step outranks one on its way, and that one that was passed by. */
    static String state(int open, int refused, int skipped) {
        return refused > 0 ? "REFUSED" : open > 0 ? "RUNNING" : skipped > 0 ? "SKIPPED" : "DONE";
    }
}

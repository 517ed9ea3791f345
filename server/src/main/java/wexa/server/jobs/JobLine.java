package wexa.server.jobs;

import java.time.Instant;
import java.util.Map;
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
    static JobLine of(JobRow job, Map<StepRow.State, Integer> counts) {
        int total = counts.values().stream().mapToInt(Integer::intValue).sum();
        int open = counts.entrySet().stream()
                .filter(one -> one.getKey().isOpen())
                .mapToInt(Map.Entry::getValue)
                .sum();
        int refused = counts.getOrDefault(StepRow.State.REFUSED, 0);
        int skipped = counts.getOrDefault(StepRow.State.SKIPPED, 0);
        return new JobLine(
                job.id,
                job.number,
                job.changesetVersion,
                job.name,
                job.createdAt,
                JobLine.state(open, refused, skipped),
                counts.getOrDefault(StepRow.State.DONE, 0),
                open,
                refused,
                skipped,
                total);
    }

    /** What the numbers come to: a refused step outranks one on its way, and that one that was passed by. */
    static String state(int open, int refused, int skipped) {
        return refused > 0 ? "REFUSED" : open > 0 ? "RUNNING" : skipped > 0 ? "SKIPPED" : "DONE";
    }
}

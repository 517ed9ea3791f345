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
        int differs,
        int open,
        int refused,
        int skipped,
        int superseded,
        int total) {
    static JobLine of(JobRow job, Map<StepRow.State, Integer> counts) {
        int total = counts.values().stream().mapToInt(Integer::intValue).sum();
        int open = counts.entrySet().stream()
                .filter(one -> one.getKey().isOpen())
                .mapToInt(Map.Entry::getValue)
                .sum();
        int refused = counts.getOrDefault(StepRow.State.REFUSED, 0);
        int differs = counts.getOrDefault(StepRow.State.DIFFERS, 0);
        int skipped = counts.getOrDefault(StepRow.State.SKIPPED, 0);
        return new JobLine(
                job.id,
                job.number,
                job.changesetVersion,
                job.name,
                job.createdAt,
                JobLine.state(open, refused, differs, skipped),
                counts.getOrDefault(StepRow.State.DONE, 0),
                differs,
                open,
                refused,
                skipped,
                counts.getOrDefault(StepRow.State.SUPERSEDED, 0),
                total);
    }

    /** What the numbers come to: whatever wants somebody's hand outranks what is on its way, and that what has ended. */
    static String state(int open, int refused, int differs, int skipped) {
        if (refused > 0) {
            return "REFUSED";
        }
        if (open > 0) {
            return "RUNNING";
        }
        return differs > 0 ? "DIFFERS" : skipped > 0 ? "SKIPPED" : "DONE";
    }
}

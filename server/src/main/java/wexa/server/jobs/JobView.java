package wexa.server.jobs;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/** A job with its steps, and where it stands in numbers. */
public record JobView(
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
        List<StepView> steps) {}

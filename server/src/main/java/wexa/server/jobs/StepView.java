package wexa.server.jobs;

import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** A step as screens show it. {@code held} when something that it needs was refused. */
public record StepView(
        UUID id,
        UUID tenantId,
        String tenant,
        int colour,
        String text,
        String state,
        boolean held,
        int attempts,
        @Nullable Instant dueAt,
        @Nullable Instant finishedAt,
        String detail) {}

package wexa.server.snapshot;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/** An applied changeset in lists. */
public record Applied(
        long version, String origin, String name, String actor, Instant appliedAt, Optional<UUID> draftId) {}

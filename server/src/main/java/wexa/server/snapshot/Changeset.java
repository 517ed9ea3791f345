package wexa.server.snapshot;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import wexa.core.model.Effect;

/** What is written by one apply: effects, their sentences, and where they come from. */
public record Changeset(
        UUID id,
        Origin origin,
        String name,
        String actor,
        Instant appliedAt,
        Optional<UUID> requestId,
        Optional<UUID> draftId,
        List<Effect> effects,
        List<String> sentences) {
    /** Where a changeset comes from. */
    public enum Origin {
        DRAFT,
        CLOCK,
        DEMO,
        /** Pushed by another program. */
        INBOUND,
        /** Read from a directory. */
        DIRECTORY
    }
}

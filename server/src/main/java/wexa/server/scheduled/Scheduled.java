package wexa.server.scheduled;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * A draft that is to be applied at a set instant.
 *
 * @param login who said so, in whose name it is applied
 * @param failure when it was not applied after all, and why
 */
public record Scheduled(
        UUID draft,
        long draftVersion,
        Instant due,
        String login,
        UUID requestId,
        String outline,
        Optional<Failure> failure) {
    /** Why a draft was not applied when it was due. */
    public record Failure(Instant at, String detail) {}
}

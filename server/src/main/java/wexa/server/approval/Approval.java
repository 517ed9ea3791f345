package wexa.server.approval;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * What was asked and answered about one state of a draft.
 *
 * @param digest what the draft would do, as it was shown
 */
public record Approval(
        UUID id,
        UUID draft,
        String digest,
        String askedBy,
        Instant askedAt,
        String askedNote,
        State state,
        Optional<String> answeredBy,
        Optional<Instant> answeredAt,
        String answerNote) {
    /** How far it is. */
    public enum State {
        ASKED,
        APPROVED,
        REFUSED
    }
}

package wexa.server.approval;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Whether a draft needs a second person, and how far that is.
 *
 * @param because why one is needed; empty if none is
 * @param approvers the names of those who may be asked
 * @param refusal why whoever asks may not approve it; none if they may
 * @param isAlone whether nobody else may approve anything, so that the draft is applied without
 */
public record ApprovalView(
        List<String> because,
        List<String> approvers,
        State state,
        boolean isAlone,
        @Nullable String refusal,
        @Nullable String askedBy,
        @Nullable Instant askedAt,
        String askedNote,
        @Nullable String answeredBy,
        @Nullable Instant answeredAt,
        String answerNote) {
    /** Where the draft stands. */
    public enum State {
        NOT_NEEDED,
        NEEDED,
        ASKED,
        APPROVED,
        REFUSED,
        /** What the draft would do has changed since it was asked about, or approved. */
        LAPSED
    }
}

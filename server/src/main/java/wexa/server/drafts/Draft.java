package wexa.server.drafts;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import wexa.core.intake.Entry;
import wexa.server.log.Reason;

/** A draft with its entries in order. */
public record Draft(
        UUID id,
        String name,
        String owner,
        State state,
        Reason reason,
        long version,
        Instant changedAt,
        List<Entry> entries) {
    /** Where a draft is on its way. Applied and discarded ones are kept for the record. */
    public enum State {
        OPEN,
        PARKED,
        APPLIED,
        DISCARDED;

        public boolean isLive() {
            return this == OPEN || this == PARKED;
        }
    }
}

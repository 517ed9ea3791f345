package wexa.server.drafts;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.access.Usability;

/**
 * A draft with what it would do, as screens show it; {@code boundaries} are the coming instants at which it does more. Of a
 * draft with very many entries, {@code total} of them, only the first page is here, those to complete first; {@code last} is
 * the one that was put in last.
 */
public record DraftView(
        UUID id,
        String name,
        String owner,
        String state,
        String reason,
        String ticket,
        long version,
        Instant changedAt,
        long modelVersion,
        List<EntryView> entries,
        int total,
        @Nullable UUID last,
        Summary summary,
        List<Instant> boundaries) {
    /** An entry as typed, its sentence if it can be read, and what was found. */
    public record EntryView(
            UUID id,
            String form,
            Map<String, String> fields,
            String state,
            String sentence,
            ToldView told,
            List<FindingView> findings) {}

    /**
     * An entry for people to read.
     *
     * @param title what is done, such as {@code Add a member}
     * @param about what is changed or ended; empty for what is made
     */
    public record ToldView(String title, String about, List<PartView> parts) {}

    /**
     * A field of an entry.
     *
     * @param before what it was, where the entry changes it; empty text where there was none
     */
    public record PartView(String label, @Nullable String before, String after) {}

    /** A stretch of a draft's entries, those to complete first. */
    public record EntriesView(List<EntryView> entries, int total) {}

    /** A finding with its text. */
    public record FindingView(String code, String path, String severity, String text, Map<String, String> facts) {}

    /**
     * The draft in numbers. Gains and losses are counted now, or at the first instant at which there are any; {@code later} says
     * what comes after that. What is held all along and can be used only now is a gain, and what can be used no longer a
     * loss. {@code blocked} gains cannot be used yet, for the reasons named; {@code unusableLosses} could not be used before.
     */
    public record Summary(
            int ready,
            int alreadySo,
            int toSettle,
            int people,
            int gains,
            int losses,
            int unusableLosses,
            int blocked,
            List<Usability.Block> blocks,
            int seats,
            List<String> tenants,
            boolean opensAccounts,
            Instant countedAt,
            List<Later> later) {}

    /** What comes at a later instant: what is gained or lost more, and what the draft gave earlier and ends then. */
    public record Later(Instant at, int gains, int losses, int ends) {}
}

package wexa.server.automatic;

import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.governance.AutomaticChangePolicy.Cause;
import wexa.core.governance.AutomaticChangePolicy.Reason;
import wexa.server.drafts.DraftStore;
import wexa.server.snapshot.Changeset.Origin;

/** Drafts that hold changes for a person. */
@Component
public class HeldChanges {
    private final Rows rows;
    private final DraftStore drafts;

    /** Rows of held changes. */
    interface Rows extends Repository<HeldRow, UUID> {
        @Query("select held from HeldRow held where held.draftId in :drafts order by held.heldAt desc")
        List<HeldRow> among(Collection<UUID> drafts);

        void save(HeldRow row);
    }

    /** A draft with where its changes come from, why they are held, and since when. */
    public record Held(UUID draft, String name, String source, List<String> because, Instant at) {}

    HeldChanges(Rows rows, DraftStore drafts) {
        this.rows = rows;
        this.drafts = drafts;
    }

    /** What waits for a person, the newest first: two queries however many. */
    @Transactional(readOnly = true)
    public List<Held> waiting() {
        Map<UUID, String> live = drafts.liveNames();
        return live.isEmpty()
                ? List.of()
                : rows.among(live.keySet()).stream()
                        .map(row -> new Held(
                                row.draftId,
                                live.getOrDefault(row.draftId, ""),
                                row.source,
                                read(row.reasons).stream().map(HoldWords::of).toList(),
                                row.heldAt))
                        .toList();
    }

    /** The draft in which what came from a source is still held. */
    @Transactional(readOnly = true)
    public Optional<UUID> from(Origin origin, String source) {
        Set<UUID> live = drafts.liveNames().keySet();
        return live.isEmpty()
                ? Optional.empty()
                : rows.among(live).stream()
                        .filter(row -> row.origin.equals(origin.name()) && row.source.equals(source))
                        .map(row -> row.draftId)
                        .findFirst();
    }

    @Transactional
    void hold(UUID draft, Origin origin, String source, List<Reason> reasons, Instant at) {
        HeldRow row = new HeldRow();
        row.draftId = draft;
        row.origin = origin.name();
        row.source = source;
        row.reasons = reasons.stream()
                .map(reason -> reason.cause() + " " + reason.seen() + " " + reason.most())
                .collect(Collectors.joining(";"));
        row.heldAt = at;
        rows.save(row);
    }

    private static List<Reason> read(String text) {
        return Arrays.stream(text.split(";"))
                .map(one -> one.split(" "))
                .map(parts ->
                        new Reason(Cause.valueOf(parts[0]), Integer.parseInt(parts[1]), Integer.parseInt(parts[2])))
                .toList();
    }
}

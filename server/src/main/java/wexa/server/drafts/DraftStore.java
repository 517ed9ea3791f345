package wexa.server.drafts;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import wexa.core.cancelling.Cancellation;
import wexa.core.intake.Entry;
import wexa.server.database.AfterCommit;
import wexa.server.database.NewRows;
import wexa.server.log.Reason;
import wexa.server.problems.Problem;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/**
 * Drafts in rows. Every write names the version that it was made on, and gives the next. What was read last stays at hand by
 * its version, so that an edit reads and writes the entries that it names and no others.
 */
@Component
public class DraftStore {
    private static final List<String> LIVE = List.of(Draft.State.OPEN.name(), Draft.State.PARKED.name());
    private static final int AT_A_TIME = 1_000;
    private static final long MOST_ENTRIES_AT_HAND = 50_000;

    private final Rows rows;
    private final EntryRows entries;
    private final NewRows newRows;
    private final StoredForms forms;
    private final Ids ids;
    private final BusinessClock clock;
    private final Cache<UUID, Draft> atHand = Caffeine.newBuilder()
            .maximumWeight(MOST_ENTRIES_AT_HAND)
            .weigher((UUID id, Draft draft) -> draft.entries().size() + 1)
            .build();

    /** Rows of drafts. */
    interface Rows extends JpaRepository<DraftRow, UUID> {
        @Query("select draft from DraftRow draft where draft.state in :states order by draft.changedAt desc, draft.id"
                + " offset :from rows fetch first :limit rows only")
        List<DraftRow> live(List<String> states, int from, int limit);

        long countByStateIn(List<String> states);

        @Query("select draft.version from DraftRow draft where draft.id = :id")
        Optional<Long> version(UUID id);

        /** A draft and what it is called. */
        record Named(UUID id, String name) {}

        @Query("select new wexa.server.drafts.DraftStore$Rows$Named(draft.id, draft.name) from DraftRow draft"
                + " where draft.state in :states")
        List<Named> names(List<String> states);

        @Lock(jakarta.persistence.LockModeType.PESSIMISTIC_WRITE)
        @Query("select draft from DraftRow draft where draft.id = :id")
        Optional<DraftRow> lock(UUID id);
    }

    /** Rows of entries. */
    interface EntryRows extends JpaRepository<DraftEntryRow, UUID> {
        List<DraftEntryRow> findByDraftIdOrderByPlace(UUID draftId);

        long countByDraftId(UUID draftId);

        List<DraftEntryRow> findByDraftIdAndIdIn(UUID draftId, Collection<UUID> ids);

        @Query("select coalesce(max(entry.place), 0) from DraftEntryRow entry where entry.draftId = :draft")
        int lastPlace(UUID draft);

        boolean existsByIdIn(List<UUID> ids);

        @Query("select entry from DraftEntryRow entry join DraftRow draft on draft.id = entry.draftId"
                + " where draft.state in ('OPEN', 'PARKED') and entry.form = :form")
        List<DraftEntryRow> live(String form);

        /** How many entries a draft has. */
        record Count(UUID draftId, long entries) {}

        @Query("select new wexa.server.drafts.DraftStore$EntryRows$Count(entry.draftId, count(entry))"
                + " from DraftEntryRow entry where entry.draftId in :drafts group by entry.draftId")
        List<Count> count(List<UUID> drafts);
    }

    DraftStore(Rows rows, EntryRows entries, NewRows newRows, StoredForms forms, Ids ids, BusinessClock clock) {
        this.rows = rows;
        this.entries = entries;
        this.newRows = newRows;
        this.forms = forms;
        this.ids = ids;
        this.clock = clock;
    }

    @Transactional
    public Draft create(String name, String owner, long baseVersion) {
        DraftRow row = new DraftRow();
        row.id = ids.next();
        row.name = name;
        row.owner = owner;
        row.editedBy = "";
        row.reason = Reason.NONE.text();
        row.ticket = Reason.NONE.ticket();
        row.state = Draft.State.OPEN.name();
        row.baseVersion = baseVersion;
        row.version = 1;
        row.createdAt = clock.now();
        row.changedAt = row.createdAt;
        rows.save(row);
        return draft(row, List.of());
    }

    /** A draft that begins with entries, however many. */
    @Transactional
    public Draft begin(String name, String owner, long baseVersion, List<Entry> first) {
        Draft made = create(name, owner, baseVersion);
        List<DraftEntryRow> all = new ArrayList<>(first.size());
        int place = 0;
        for (Entry entry : first) {
            all.add(row(new DraftEntryRow(), made.id(), entry, ++place));
        }
        newRows.insert(all);
        return new Draft(made.id(), name, owner, made.state(), made.reason(), made.version(), made.changedAt(), first);
    }

    private DraftEntryRow row(DraftEntryRow target, UUID draft, Entry entry, int place) {
        target.id = entry.id().value();
        target.draftId = draft;
        target.place = place;
        target.form = entry.form();
        target.fields = forms.writeFields(entry.fields());
        target.seen = entry.seen().map(forms::writeKept).orElse(null);
        return target;
    }

    /** A live draft with the number of its entries. */
    public record DraftLine(UUID id, String name, String owner, Draft.State state, Instant changedAt, int entries) {}

    /** Live drafts, the last touched first, without their entries: two queries however many, and however long. */
    @Transactional(readOnly = true)
    public List<DraftLine> liveLines(int from, int limit) {
        List<DraftRow> found = rows.live(LIVE, from, limit);
        Map<UUID, Long> counts = entries.count(found.stream().map(row -> row.id).toList()).stream()
                .collect(Collectors.toMap(EntryRows.Count::draftId, EntryRows.Count::entries));
        return found.stream()
                .map(row -> line(row, counts.getOrDefault(row.id, 0L)))
                .toList();
    }

    /** One draft, if it is live and has entries. */
    @Transactional(readOnly = true)
    public Optional<DraftLine> liveLine(UUID id) {
        return rows.findById(id)
                .filter(row -> LIVE.contains(row.state))
                .map(row -> line(row, entries.countByDraftId(id)))
                .filter(line -> line.entries() > 0);
    }

    private static DraftLine line(DraftRow row, long count) {
        return new DraftLine(row.id, row.name, row.owner, Draft.State.valueOf(row.state), row.changedAt, (int) count);
    }

    /** All live drafts by their names, however many. */
    @Transactional(readOnly = true)
    public Map<UUID, String> liveNames() {
        Map<UUID, String> names = new HashMap<>();
        rows.names(LIVE).forEach(one -> names.put(one.id(), one.name()));
        return names;
    }

    @Transactional(readOnly = true)
    public long liveCount() {
        return rows.countByStateIn(LIVE);
    }

    /** Whether any of these entries is in a draft. */
    @Transactional(readOnly = true)
    public boolean areKnown(List<UUID> entryIds) {
        return !entryIds.isEmpty() && entries.existsByIdIn(entryIds);
    }

    /** How many entries a draft has. */
    @Transactional(readOnly = true)
    public long count(UUID draft) {
        return entries.countByDraftId(draft);
    }

    /** Which live drafts have an entry of a form that names these, by what it names in a field. */
    @Transactional(readOnly = true)
    public Map<UUID, UUID> liveNaming(String form, String field, Collection<UUID> wanted) {
        Map<UUID, UUID> found = new HashMap<>();
        if (wanted.isEmpty()) {
            return found;
        }
        for (DraftEntryRow row : entries.live(form)) {
            String named = forms.readFields(row.form, row.fields).getOrDefault(field, "");
            wanted.stream()
                    .filter(one -> one.toString().equals(named))
                    .forEach(one -> found.putIfAbsent(one, row.draftId));
        }
        return found;
    }

    @Transactional(readOnly = true)
    public Draft get(UUID id) {
        DraftRow row = rows.findById(id).orElseThrow(() -> Problem.notFound("draft", id));
        Draft known = atHand.getIfPresent(id);
        if (known != null && known.version() == row.version) {
            return known;
        }
        Draft read = draft(row, entries(id));
        // an edit may have come between the two queries, and what a transaction wrote itself may be taken back
        if (TransactionSynchronizationManager.isCurrentTransactionReadOnly()
                && rows.version(id).filter(version -> version == row.version).isPresent()) {
            atHand.put(id, read);
        }
        return read;
    }

    /** The owner, and whoever else changed it. */
    @Transactional(readOnly = true)
    public Set<String> authors(UUID id) {
        DraftRow row = rows.findById(id).orElseThrow(() -> Problem.notFound("draft", id));
        Set<String> authors = new HashSet<>(row.editors);
        authors.add(row.owner);
        return authors;
    }

    /** Puts entries in, over those with the same ids, and takes others out. */
    @Transactional
    public Draft edit(UUID id, long version, List<Entry> put, List<UUID> taken) {
        DraftRow row = locked(id, version);
        Map<UUID, Entry> all = new LinkedHashMap<>();
        before(row).forEach(entry -> all.put(entry.id().value(), entry));
        Map<UUID, DraftEntryRow> known =
                entries
                        .findByDraftIdAndIdIn(
                                id,
                                put.stream().map(entry -> entry.id().value()).toList())
                        .stream()
                        .collect(Collectors.toMap(entry -> entry.id, Function.identity()));
        int place = entries.lastPlace(id);
        List<DraftEntryRow> made = new ArrayList<>();
        for (Entry entry : put) {
            DraftEntryRow target = known.get(entry.id().value());
            if (target == null) {
                made.add(row(new DraftEntryRow(), id, entry, ++place));
            } else {
                row(target, id, entry, target.place);
            }
            all.put(entry.id().value(), entry);
        }
        newRows.insert(made);
        entries.deleteAllById(taken.stream().filter(all::containsKey).toList());
        taken.forEach(all::remove);
        return touched(row, List.copyOf(all.values()));
    }

    /** The entries of a draft that is locked. */
    private List<Entry> before(DraftRow row) {
        Draft known = atHand.getIfPresent(row.id);
        return known != null && known.version() == row.version ? known.entries() : entries(row.id);
    }

    @Transactional
    public Draft rename(UUID id, long version, String name) {
        DraftRow row = locked(id, version);
        row.name = name;
        return touched(row, before(row));
    }

    @Transactional
    public Draft explain(UUID id, long version, Reason reason) {
        DraftRow row = locked(id, version);
        row.reason = reason.text();
        row.ticket = reason.ticket();
        return touched(row, before(row));
    }

    @Transactional
    public Draft move(UUID id, long version, Draft.State state) {
        DraftRow row = locked(id, version);
        row.state = state.name();
        return touched(row, before(row));
    }

    /** After applying: what was applied leaves the draft; what was not stays in it, and keeps it open. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void applied(UUID id, long version, List<UUID> applied) {
        DraftRow row = locked(id, version);
        if (applied.size() == entries.countByDraftId(id)) {
            row.state = Draft.State.APPLIED.name();
        } else {
            for (int from = 0; from < applied.size(); from += AT_A_TIME) {
                entries.deleteAllByIdInBatch(applied.subList(from, Math.min(from + AT_A_TIME, applied.size())));
            }
        }
        row.version++;
        row.changedAt = clock.now();
    }

    private DraftRow locked(UUID id, long version) {
        DraftRow row = rows.lock(id).orElseThrow(() -> Problem.notFound("draft", id));
        if (!Draft.State.valueOf(row.state).isLive()) {
            throw new Problem(
                    409,
                    "draft.closed",
                    "The draft “" + row.name + "” was " + row.state.toLowerCase(Locale.ROOT)
                            + " meanwhile. Start another one.");
        }
        if (row.version != version) {
            throw new Problem(
                    412,
                    "draft.stale",
                    "The draft was changed in another window. Its newest state is loaded; look at it and go on.");
        }
        return row;
    }

    private Draft touched(DraftRow row, List<Entry> now) {
        row.version++;
        row.changedAt = clock.now();
        rows.saveAndFlush(row);
        Draft draft = draft(row, now);
        AfterCommit.run(() -> atHand.put(row.id, draft));
        return draft;
    }

    private List<Entry> entries(UUID draft) {
        List<Entry> read = new ArrayList<>();
        for (DraftEntryRow entry : entries.findByDraftIdOrderByPlace(draft)) {
            Cancellation.check();
            read.add(new Entry(
                    new Entry.Id(entry.id),
                    entry.form,
                    forms.readFields(entry.form, entry.fields),
                    Optional.ofNullable(entry.seen).map(forms::readKept)));
        }
        return read;
    }

    private static Draft draft(DraftRow row, List<Entry> entries) {
        return new Draft(
                row.id,
                row.name,
                row.owner,
                Draft.State.valueOf(row.state),
                new Reason(row.reason, row.ticket),
                row.version,
                row.changedAt,
                entries);
    }
}

package wexa.server.snapshot;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.preview.Snapshot;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.NewRows;

/**
 * The model in rows and in memory. The snapshot follows the changelog: it is brought up to the head's version before it
 * is handed out, so that several instances over one store agree.
 */
@Component
public class SnapshotStore {
    /** So many changesets are at hand without being read: lists follow them one by one. */
    private static final int MOST_KEPT = 8;

    private final Facts facts;
    private final Heads heads;
    private final Changesets changesets;
    private final StoredForms forms;
    private final NewRows newRows;
    /** Effects of the last changesets, by version. */
    private final Map<Long, List<Effect>> lately = new LinkedHashMap<>() {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, List<Effect>> eldest) {
            return size() > MOST_KEPT;
        }
    };

    private volatile Snapshot current = Snapshot.compile(-1, Model.empty());

    SnapshotStore(Facts facts, Heads heads, Changesets changesets, StoredForms forms, NewRows newRows) {
        this.facts = facts;
        this.heads = heads;
        this.changesets = changesets;
        this.forms = forms;
        this.newRows = newRows;
    }

    /** The newest snapshot. Costs one look at the head, and what was applied since the last call. */
    @Transactional(readOnly = true)
    public Snapshot current() {
        Snapshot known = current;
        if (known.version() == heads.version()) {
            return known;
        }
        synchronized (this) {
            // a store that was put back knows less than what is held here, which is then worth nothing
            boolean isKnown = current.version() >= 0 && current.version() <= heads.version();
            Snapshot next = isKnown ? caughtUp(current) : load();
            current = next;
            return next;
        }
    }

    /**
     * Tells what a changeset came to, after its commit, so that nobody has to read it back: the snapshot after it, and its
     * effects. Left alone where the version known here is not the one before.
     */
    public void follow(Snapshot after, List<Effect> effects) {
        Snapshot settled = after.settled();
        synchronized (this) {
            if (current.version() + 1 == settled.version()) {
                lately.put(settled.version(), List.copyOf(effects));
                current = settled;
            }
        }
    }

    private Snapshot load() {
        long version = heads.version();
        List<Fact> all = new ArrayList<>();
        for (FactRow row : facts.findAll()) {
            all.add(forms.readFact(row.name.kind(), row.formVersion, row.body));
        }
        return Snapshot.compile(version, Model.of(all));
    }

    private Snapshot caughtUp(Snapshot known) {
        Snapshot next = known;
        for (ChangesetRow row : changesets.findByVersionGreaterThanOrderByVersion(known.version())) {
            if (row.version != next.version() + 1) {
                return load();
            }
            next = next.with(row.version, forms.readEffects(row.effects));
        }
        return next;
    }

    /** Locks the head until the transaction ends, and tells its version. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long lockHead() {
        return heads.lock().version;
    }

    /** Writes rows and changelog under the head's lock, and moves the head by one. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long write(Changeset changeset) {
        HeadRow head = heads.lock();
        head.version++;
        ChangesetRow row = new ChangesetRow();
        row.version = head.version;
        row.id = changeset.id();
        row.origin = changeset.origin().name();
        row.name = changeset.name();
        row.actor = changeset.actor();
        row.appliedAt = changeset.appliedAt();
        row.requestId = changeset.requestId().orElse(null);
        row.draftId = changeset.draftId().orElse(null);
        row.effects = forms.writeEffects(changeset.effects());
        changesets.save(row);
        List<FactRow> made = new ArrayList<>();
        for (Effect effect : changeset.effects()) {
            if (effect.before().isEmpty()) {
                made.add(row(effect.kind(), effect.after().orElseThrow()));
            } else {
                write(effect);
            }
        }
        newRows.insert(made);
        return head.version;
    }

    private void write(Effect effect) {
        if (effect.after().isEmpty()) {
            facts.deleteById(new FactRow.Name(effect.kind().text(), effect.id().value()));
        } else {
            facts.save(row(effect.kind(), effect.after().get()));
        }
    }

    private FactRow row(Kind<?> kind, Fact fact) {
        FactRow.Name name = new FactRow.Name(kind.text(), fact.id().value());
        return new FactRow(name, StoredForms.VERSION, forms.writeFact(fact));
    }

    /** Applied changesets, newest first, older than the given version. */
    @Transactional(readOnly = true)
    public List<Applied> applied(long before, int limit) {
        return changesets.findByVersionLessThanOrderByVersionDesc(before, Limit.of(limit)).stream()
                .map(SnapshotStore::applied)
                .toList();
    }

    /** What a changeset did; nothing for a version that there is not. */
    @Transactional(readOnly = true)
    public List<Effect> effects(long version) {
        List<Effect> known;
        synchronized (this) {
            known = lately.get(version);
        }
        return known != null
                ? known
                : changesets
                        .findById(version)
                        .map(row -> forms.readEffects(row.effects))
                        .orElse(List.of());
    }

    /** The changeset that an apply request with this id brought about, if it was carried out. */
    @Transactional(readOnly = true)
    public Optional<Applied> byRequest(UUID requestId) {
        return changesets.findByRequestId(requestId).map(SnapshotStore::applied);
    }

    private static Applied applied(ChangesetRow row) {
        return new Applied(
                row.version, row.origin, row.name, row.actor, row.appliedAt, Optional.ofNullable(row.draftId));
    }

    /** Whether anything was ever applied. */
    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return heads.version() == 0;
    }

    /** The model as rows have it, read anew: what a fresh start would hold. */
    @Transactional(readOnly = true)
    public Model reloaded() {
        return load().model();
    }
}

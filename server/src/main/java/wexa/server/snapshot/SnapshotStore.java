package wexa.server.snapshot;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.LongFunction;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import wexa.core.access.AccessIndex;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.database.NewRows;
import wexa.server.stored.StoredForms;

/**
 * The model in rows and in memory. A snapshot that is handed out is what is committed; whoever writes sees on top of it what
 * they wrote themselves, until they commit.
 */
@Component
public class SnapshotStore {
    /** So many changesets are at hand without being read: lists follow them one by one. */
    private static final int MOST_KEPT = 8;

    private final Follower follower;
    private final Facts facts;
    private final Heads heads;
    private final Changesets changesets;
    private final Effects effects;
    private final StoredForms forms;
    private final NewRows newRows;
    /** Effects of the last changesets, by version. */
    private final Map<Long, List<Effect>> lately = new LinkedHashMap<>() {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, List<Effect>> eldest) {
            return size() > MOST_KEPT;
        }
    };

    SnapshotStore(
            Follower follower,
            Facts facts,
            Heads heads,
            Changesets changesets,
            Effects effects,
            StoredForms forms,
            NewRows newRows) {
        this.follower = follower;
        this.facts = facts;
        this.heads = heads;
        this.changesets = changesets;
        this.effects = effects;
        this.forms = forms;
        this.newRows = newRows;
    }

    /**
     * The newest snapshot that is committed, with what the caller's own transaction wrote. Costs one look at the head, and
     * what was applied since the last call.
     */
    public Snapshot current() {
        Snapshot committed = follower.latest();
        Uncommitted uncommitted = (Uncommitted) TransactionSynchronizationManager.getResource(this);
        return uncommitted == null ? committed : uncommitted.on(committed);
    }

    /** Changesets that a transaction wrote: its own to read until it commits, and everybody's from then on. */
    private final class Uncommitted implements TransactionSynchronization {
        private final List<Written> written = new ArrayList<>();

        /** One changeset, with the snapshot that it leads to if its writer knows it. */
        private record Written(long version, List<Effect> effects, Optional<Snapshot> after) {
            Snapshot on(Snapshot before) {
                return after.orElseGet(() -> before.with(version, effects));
            }
        }

        Snapshot on(Snapshot committed) {
            Snapshot next = committed;
            for (Written one : written) {
                // committed already where somebody asks on the way out of the transaction
                next = one.version() <= next.version() ? next : one.on(next);
            }
            return next;
        }

        @Override
        public void suspend() {
            TransactionSynchronizationManager.unbindResource(SnapshotStore.this);
        }

        @Override
        public void resume() {
            TransactionSynchronizationManager.bindResource(SnapshotStore.this, this);
        }

        @Override
        public void afterCommit() {
            for (Written one : written) {
                synchronized (lately) {
                    lately.put(one.version(), one.effects());
                }
                one.after().ifPresent(after -> follower.committed(after, one.effects()));
            }
        }

        @Override
        public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(SnapshotStore.this);
        }
    }

    /** Locks the head until the transaction ends, and tells its version. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long lockHead() {
        return heads.lock().version;
    }

    /** Writes rows and changelog under the head's lock, and moves the head by one. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long write(Changeset changeset) {
        return write(changeset, version -> Optional.empty());
    }

    /** The same by a writer who knows the model and index that it leads to: nobody has to make them again. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long write(Changeset changeset, Model model, AccessIndex index) {
        return write(changeset, version -> Optional.of(new Snapshot(version, model, index)));
    }

    private long write(Changeset changeset, LongFunction<Optional<Snapshot>> after) {
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
        changesets.save(row);
        List<EffectRow> told = new ArrayList<>();
        List<FactRow> made = new ArrayList<>();
        for (Effect effect : changeset.effects()) {
            told.add(row(new EffectRow.Place(head.version, told.size()), effect));
            if (effect.before().isEmpty()) {
                made.add(row(effect.kind(), effect.after().orElseThrow()));
            } else {
                write(effect);
            }
        }
        newRows.insert(made);
        newRows.insert(told);
        uncommitted()
                .written
                .add(new Uncommitted.Written(
                        head.version, List.copyOf(changeset.effects()), after.apply(head.version)));
        return head.version;
    }

    private Uncommitted uncommitted() {
        Uncommitted known = (Uncommitted) TransactionSynchronizationManager.getResource(this);
        if (known != null) {
            return known;
        }
        Uncommitted fresh = new Uncommitted();
        TransactionSynchronizationManager.bindResource(this, fresh);
        TransactionSynchronizationManager.registerSynchronization(fresh);
        return fresh;
    }

    private void write(Effect effect) {
        if (effect.after().isEmpty()) {
            facts.deleteById(new FactRow.Name(effect.kind().text(), effect.id().value()));
        } else {
            facts.save(row(effect.kind(), effect.after().get()));
        }
    }

    private EffectRow row(EffectRow.Place place, Effect effect) {
        return new EffectRow(
                place,
                effect.kind().text(),
                effect.id().value(),
                StoredForms.VERSION,
                effect.before().map(forms::writeFact).orElse(null),
                effect.after().map(forms::writeFact).orElse(null));
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
        synchronized (lately) {
            known = lately.get(version);
        }
        return known != null
                ? known
                : effects.findByIdVersionOrderByIdPlace(version).stream()
                        .map(row -> forms.readEffect(row.kind, row.formVersion, row.beforeBody, row.afterBody))
                        .toList();
    }

    /** What was done to a fact, first things first, each with its changeset. Costs what was done to it. */
    @Transactional(readOnly = true)
    public List<Told> history(Id<? extends Fact> fact) {
        return effects.findByFactIdOrderByIdVersionAscIdPlaceAsc(fact.value()).stream()
                .map(row -> new Told(
                        row.id.version(), forms.readEffect(row.kind, row.formVersion, row.beforeBody, row.afterBody)))
                .toList();
    }

    /** An effect, and the changeset that had it. */
    public record Told(long changeset, Effect effect) {}

    /** A fact that was replaced by another, and when. */
    public record Replaced(long changeset, Instant at, Effect effect) {}

    /** Facts of a kind that changesets of some origins replaced, the oldest first. Costs the changesets since then. */
    @Transactional(readOnly = true)
    public List<Replaced> replacedSince(Kind<?> kind, Collection<Changeset.Origin> origins, Instant since) {
        return effects
                .replacedSince(kind.text(), origins.stream().map(Enum::name).toList(), since)
                .stream()
                .map(one -> new Replaced(
                        one.effect().id.version(),
                        one.at(),
                        forms.readEffect(
                                one.effect().kind,
                                one.effect().formVersion,
                                one.effect().beforeBody,
                                one.effect().afterBody)))
                .toList();
    }

    /** Whether a draft that was applied after a version is about somebody's memberships, roles or accounts. */
    @Transactional(readOnly = true)
    public boolean isPlacedAnewSince(Id<Person> person, long version) {
        List<String> kinds = List.of(Kind.MEMBERSHIP.text(), Kind.ASSIGNMENT.text(), Kind.ACCOUNT.text());
        return effects.countSaying(version, kinds, "%" + person + "%") > 0;
    }

    /** The changeset that an apply request with this id brought about, if it was carried out. */
    @Transactional(readOnly = true)
    public Optional<Applied> byRequest(UUID requestId) {
        return changesets.findByRequestId(requestId).map(SnapshotStore::applied);
    }

    private static Applied applied(Changesets.Heading row) {
        return new Applied(
                row.version(),
                row.origin(),
                row.name(),
                row.actor(),
                row.appliedAt(),
                Optional.ofNullable(row.draftId()));
    }

    /** Whether anything was ever applied. */
    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return heads.version() == 0;
    }

    /** The model as rows have it, read anew: what a fresh start would hold. */
    public Model reloaded() {
        return follower.reloaded().model();
    }
}

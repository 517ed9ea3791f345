package wexa.server.readings;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.TenantObject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.database.NewRows;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.Ids;

/**
 * Keeps what is read from tenants. A reading fills rows of its own, which count from one moment on: when it is whole. What was
 * looked at by itself meanwhile, or was found gone, is newer and stays so.
 */
@Component
public class Readings {
    private static final Duration LONGEST = Duration.ofHours(6);
    private static final String TOO_LONG =
            "the reading took longer than " + LONGEST.toHours() + " hours and was given up; read the tenant again";
    private static final int AT_A_TIME = 500;
    private static final int ROWS_AT_A_TIME = 5_000;

    private final ObservedRows rows;
    private final ReferenceRows references;
    private final LookRows looks;
    private final CurrentRows current;
    private final StagedRows staged;
    private final ReadingRows readings;
    private final RemoteLinks links;
    private final StoredForms forms;
    private final NewRows newRows;
    private final Ids ids;
    private final EntityManager entities;
    private final TransactionTemplate transactions;

    Readings(
            ObservedRows rows,
            ReferenceRows references,
            LookRows looks,
            CurrentRows current,
            StagedRows staged,
            ReadingRows readings,
            RemoteLinks links,
            StoredForms forms,
            NewRows newRows,
            Ids ids,
            EntityManager entities,
            TransactionTemplate transactions) {
        this.rows = rows;
        this.references = references;
        this.looks = looks;
        this.current = current;
        this.staged = staged;
        this.readings = readings;
        this.links = links;
        this.forms = forms;
        this.newRows = newRows;
        this.ids = ids;
        this.entities = entities;
        this.transactions = transactions;
    }

    /** One object read anew, or found gone. */
    @Transactional
    public void seen(Id<Tenant> tenant, ObjectKey key, Optional<Seen> seen, Instant at) {
        CurrentRow reading = locked(tenant);
        if (seen.isPresent()) {
            links.keep(tenant, key, seen.get().remoteId(), at);
        } else {
            links.end(tenant, key);
        }
        look(reading, ObjectNames.of(key), seen, at);
    }

    /** An account that nobody linked carries our id from now on. */
    @Transactional
    public void linked(Id<Tenant> tenant, ObjectKey key, Seen seen, Instant at) {
        CurrentRow reading = locked(tenant);
        look(reading, ObjectNames.stranger(key.type(), seen.remoteId()), Optional.empty(), at);
        links.keep(tenant, key, seen.remoteId(), at);
        look(reading, ObjectNames.of(key), Optional.of(seen), at);
    }

    /** The reading that counts, which nobody else changes until the transaction ends. */
    private CurrentRow locked(Id<Tenant> tenant) {
        CurrentRow row = current.findById(tenant.value()).orElseGet(() -> {
            current.begin(tenant.value(), ids.next(), Instant.EPOCH);
            return current.findById(tenant.value()).orElseThrow();
        });
        entities.refresh(row, LockModeType.PESSIMISTIC_WRITE);
        return row;
    }

    private void look(CurrentRow reading, String object, Optional<Seen> seen, Instant at) {
        ObservedRow.Name name = new ObservedRow.Name(reading.tenantId, reading.readingId, object);
        Optional<ObservedRow> before = rows.findById(name);
        Set<String> named = before.map(row -> targets(object, row.body)).orElse(Set.of());
        Set<String> names = seen.map(present -> ObjectNames.targets(object, present.state()))
                .orElse(Set.of());
        named.stream()
                .filter(target -> !names.contains(target))
                .forEach(target ->
                        references.deleteById(reference(reading.readingId, reading.tenantId, target, object)));
        rows.save(new ObservedRow(
                name,
                seen.map(Seen::remoteId).orElse(""),
                seen.map(present -> forms.writeObject(present.state())).orElse(null),
                at));
        newRows.insert(names.stream()
                .filter(target -> !named.contains(target))
                .map(target -> new ReferenceRow(reference(reading.readingId, reading.tenantId, target, object)))
                .toList());
        reading.looks++;
        looks.save(new LookRow(new LookRow.Name(reading.tenantId, reading.readingId, reading.looks), object));
    }

    private Set<String> targets(String object, @Nullable String body) {
        return body == null ? Set.of() : ObjectNames.targets(object, forms.readObject(body));
    }

    private static ReferenceRow.Name reference(UUID reading, UUID tenant, String target, String object) {
        return new ReferenceRow.Name(tenant, reading, target, object);
    }

    /** A try that came to nothing: what was read before stays, and its age shows. */
    @Transactional
    public void failed(Id<Tenant> tenant, String detail, Instant at) {
        note(tenant, Freshness.State.FAILED, detail, at, Optional.empty(), 0);
    }

    private void note(
            Id<Tenant> tenant,
            Freshness.State state,
            String detail,
            Instant tried,
            Optional<Instant> done,
            int objects) {
        ReadingRow row = readings.findById(tenant.value()).orElseGet(ReadingRow::new);
        row.tenantId = tenant.value();
        row.state = state.name();
        row.detail = detail.substring(0, Math.min(2_000, detail.length()));
        row.triedAt = tried;
        if (done.isPresent()) {
            row.doneAt = done.get();
            row.objects = objects;
        }
        readings.save(row);
    }

    /** A reading that begins now, and counts for nothing before it is whole. */
    public Staging begin(Id<Tenant> tenant, Instant began) {
        for (StagedRow left : staged.findByTenantId(tenant.value())) {
            // of a process that ended, or so old that nobody waits for it
            if (left.ended || left.beganAt.isBefore(began.minus(LONGEST))) {
                drop(left.readingId, left.tenantId);
            }
        }
        UUID reading = ids.next();
        staged.save(new StagedRow(reading, tenant.value(), began, false));
        return new Staging(tenant, reading, began);
    }

    private void drop(UUID reading, UUID tenant) {
        transactions.executeWithoutResult(status -> staged.lock(reading).ifPresent(row -> row.ended = true));
        transactions.executeWithoutResult(status -> {
            references.drop(tenant, reading);
            looks.drop(tenant, reading);
            rows.drop(tenant, reading);
            staged.deleteById(reading);
        });
    }

    /** The rows of a reading that is going on. */
    public final class Staging implements AutoCloseable {
        private final Id<Tenant> tenant;
        private final UUID reading;
        private final Instant began;
        private int objects;
        private boolean isTaken;

        private Staging(Id<Tenant> tenant, UUID reading, Instant began) {
            this.tenant = tenant;
            this.reading = reading;
            this.began = began;
        }

        /** Objects that were read, none of them twice. */
        public void add(Observation part) {
            objects += part.objects().size() + part.strangers().size();
            List<Object> filled = new ArrayList<>();
            part.objects().forEach((key, seen) -> add(ObjectNames.of(key), seen.remoteId(), seen.state(), filled));
            part.strangers().forEach(one -> add(ObjectNames.of(one), one.remoteId(), one.state(), filled));
            insert(filled);
        }

        private void add(String object, String remoteId, TenantObject state, List<Object> filled) {
            filled.add(new ObservedRow(
                    new ObservedRow.Name(tenant.value(), reading, object), remoteId, forms.writeObject(state), began));
            for (String target : ObjectNames.targets(object, state)) {
                filled.add(new ReferenceRow(reference(reading, tenant.value(), target, object)));
            }
            if (filled.size() >= ROWS_AT_A_TIME) {
                insert(filled);
            }
        }

        private void insert(List<Object> filled) {
            transactions.executeWithoutResult(status -> {
                newRows.insert(of(filled, ObservedRow.class));
                newRows.insert(of(filled, ReferenceRow.class));
            });
            filled.clear();
        }

        private static <T> List<T> of(List<Object> filled, Class<T> type) {
            return filled.stream().filter(type::isInstance).map(type::cast).toList();
        }

        /**
         * The reading is whole and counts from now on, with what was odd about it in words; unless one that began after it
         * counts already, or it took so long that its rows were taken away. Tells whether it counts.
         */
        public boolean complete(String remarks, Instant done) {
            // whatever takes long is asked before others have to wait
            List<Linked> otherwise = rows.linkedOtherwise(tenant.value(), reading);
            List<String> gone = rows.linkedAndGone(tenant.value(), reading);
            transactions.executeWithoutResult(status -> {
                CurrentRow before = locked(tenant);
                if (staged.lock(reading).filter(row -> !row.ended).isEmpty()) {
                    note(tenant, Freshness.State.FAILED, TOO_LONG, began, Optional.empty(), 0);
                    return;
                }
                if (before.beganAt.isAfter(began)) {
                    return;
                }
                Set<String> newer = keepNewer(before);
                links.correct(
                        tenant,
                        otherwise.stream()
                                .filter(one -> !newer.contains(one.object()))
                                .toList(),
                        gone,
                        began);
                staged.deleteById(reading);
                staged.save(new StagedRow(before.readingId, tenant.value(), before.beganAt, true));
                before.readingId = reading;
                before.beganAt = began;
                note(tenant, Freshness.State.DONE, remarks, began, Optional.of(done), objects);
                isTaken = true;
            });
            return isTaken;
        }

        /** What was looked at since the reading began, or found gone, is taken over; the names of these. */
        private Set<String> keepNewer(CurrentRow before) {
            List<ObservedRow> newer = rows.lookedAtAfter(before.tenantId, before.readingId, began);
            List<String> names = newer.stream().map(row -> row.name.object()).toList();
            for (int from = 0; from < names.size(); from += AT_A_TIME) {
                forget(names.subList(from, Math.min(from + AT_A_TIME, names.size())));
            }
            List<Object> filled = new ArrayList<>();
            List<LookRow> looked = new ArrayList<>();
            for (ObservedRow row : newer) {
                String object = row.name.object();
                filled.add(new ObservedRow(
                        new ObservedRow.Name(before.tenantId, reading, object), row.remoteId, row.body, row.readAt));
                targets(object, row.body)
                        .forEach(target ->
                                filled.add(new ReferenceRow(reference(reading, before.tenantId, target, object))));
                looked.add(new LookRow(
                        new LookRow.Name(before.tenantId, reading, before.looks + 1 + looked.size()), object));
            }
            insert(filled);
            newRows.insert(looked);
            before.looks += looked.size();
            return Set.copyOf(names);
        }

        private void forget(Collection<String> objects) {
            for (Kept row : rows.of(tenant.value(), reading, objects)) {
                targets(row.object(), row.body())
                        .forEach(target ->
                                references.deleteById(reference(reading, tenant.value(), target, row.object())));
            }
            rows.drop(tenant.value(), reading, objects);
        }

        /** What does not count goes: this reading, or the one before it. */
        @Override
        public void close() {
            if (!isTaken) {
                drop(reading, tenant.value());
                return;
            }
            for (StagedRow left : staged.findByTenantId(tenant.value())) {
                if (left.ended) {
                    drop(left.readingId, left.tenantId);
                }
            }
        }
    }
}

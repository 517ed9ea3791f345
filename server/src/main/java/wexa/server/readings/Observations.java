package wexa.server.readings;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Observation.Seen;
import wexa.core.model.Id;
import wexa.core.model.Tenant;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.AfterCommit;

/** What was read from tenants: rows, and one observation per tenant in memory. */
@Component
public class Observations {
    private static final String STRANGER = "stranger:";
    private static final Duration LONGEST_READING = Duration.ofHours(6);

    private final Rows rows;
    private final ReadingRows readings;
    private final RemoteLinks links;
    private final StoredForms forms;
    private final Map<UUID, Observation> known = new ConcurrentHashMap<>();

    /** When objects were found gone, for readings that had begun before: those end with this process. */
    private final Map<ObservedRow.Name, Instant> gone = new ConcurrentHashMap<>();

    /** Rows of objects. */
    interface Rows extends JpaRepository<ObservedRow, ObservedRow.Name> {
        List<ObservedRow> findByNameTenantId(UUID tenantId);
    }

    /** Rows of readings. */
    interface ReadingRows extends JpaRepository<ReadingRow, UUID> {}

    Observations(Rows rows, ReadingRows readings, RemoteLinks links, StoredForms forms) {
        this.rows = rows;
        this.readings = readings;
        this.links = links;
        this.forms = forms;
    }

    @Transactional(readOnly = true)
    public Observation of(Id<Tenant> tenant) {
        // loading and changing what is known of a tenant exclude each other, so that neither undoes the other
        return known.computeIfAbsent(tenant.value(), this::load);
    }

    /** When one object was last read, by a reading of its own or of the whole tenant; empty where it was not found. */
    @Transactional(readOnly = true)
    public Optional<Instant> readAt(Id<Tenant> tenant, ObjectKey key) {
        return rows.findById(new ObservedRow.Name(tenant.value(), key.toString()))
                .map(row -> row.readAt);
    }

    private Observation load(UUID tenant) {
        TreeMap<ObjectKey, Seen> objects = new TreeMap<>();
        List<Observation.UnlinkedObject> strangers = new ArrayList<>();
        for (ObservedRow row : rows.findByNameTenantId(tenant)) {
            String object = row.name.object();
            if (object.startsWith(STRANGER)) {
                ObjectKey.Type type = ObjectKey.Type.valueOf(
                        object.substring(STRANGER.length(), object.indexOf(':', STRANGER.length())));
                strangers.add(new Observation.UnlinkedObject(type, row.remoteId, forms.readObject(row.body)));
            } else {
                objects.put(ObjectKey.parse(object), new Seen(row.remoteId, forms.readObject(row.body)));
            }
        }
        return new Observation(objects, strangers);
    }

    /** One object read anew, or found gone. */
    @Transactional
    public void seen(Id<Tenant> tenant, ObjectKey key, Optional<Seen> seen, Instant at) {
        ObservedRow.Name name = new ObservedRow.Name(tenant.value(), key.toString());
        if (seen.isPresent()) {
            links.keep(tenant, key, seen.get().remoteId(), at);
            rows.save(new ObservedRow(
                    name, seen.get().remoteId(), forms.writeObject(seen.get().state()), at));
        } else {
            gone.put(name, at);
            links.end(tenant, key);
            rows.findById(name).ifPresent(rows::delete);
        }
        AfterCommit.run(() -> known.computeIfPresent(tenant.value(), (id, before) -> before.with(key, seen)));
    }

    /** An account that nobody linked carries our id from now on. */
    @Transactional
    public void linked(Id<Tenant> tenant, ObjectKey key, Seen seen, Instant at) {
        String stranger = STRANGER + key.type() + ":" + seen.remoteId();
        ObservedRow.Name nobodys = new ObservedRow.Name(tenant.value(), stranger);
        gone.put(nobodys, at);
        rows.findById(nobodys).ifPresent(rows::delete);
        links.keep(tenant, key, seen.remoteId(), at);
        ObservedRow.Name name = new ObservedRow.Name(tenant.value(), key.toString());
        rows.save(new ObservedRow(name, seen.remoteId(), forms.writeObject(seen.state()), at));
        AfterCommit.run(() -> known.computeIfPresent(
                tenant.value(),
                (id, before) -> before.linked(key, seen.remoteId()).with(key, Optional.of(seen))));
    }

    /**
     * A whole reading that began at {@code began}, with what was odd about it in words; what was read singly since then, or
     * was found gone, is newer and stays so.
     */
    @Transactional
    public void replace(Id<Tenant> tenant, Observation whole, String remarks, Instant began, Instant done) {
        gone.values().removeIf(at -> at.isBefore(began.minus(LONGEST_READING)));
        Observation read = whole.without(
                key -> isGoneSince(tenant, key.toString(), began),
                stranger -> isGoneSince(tenant, name(stranger), began));
        links.replace(tenant, read, began);
        Map<String, ObservedRow> fresh = new HashMap<>();
        read.objects().forEach((key, seen) -> put(fresh, tenant, key.toString(), seen.remoteId(), seen.state(), began));
        read.strangers()
                .forEach(stranger -> put(fresh, tenant, name(stranger), stranger.remoteId(), stranger.state(), began));
        for (ObservedRow row : rows.findByNameTenantId(tenant.value())) {
            if (row.readAt.isAfter(began)) {
                fresh.remove(row.name.object());
            } else if (!fresh.containsKey(row.name.object())) {
                rows.delete(row);
            }
        }
        rows.saveAll(fresh.values());
        note(
                tenant,
                Freshness.State.DONE,
                remarks,
                began,
                Optional.of(done),
                read.objects().size() + read.strangers().size());
        AfterCommit.run(() -> known.remove(tenant.value()));
    }

    private boolean isGoneSince(Id<Tenant> tenant, String object, Instant began) {
        return gone.getOrDefault(new ObservedRow.Name(tenant.value(), object), Instant.MIN)
                .isAfter(began);
    }

    private static String name(Observation.UnlinkedObject stranger) {
        return STRANGER + stranger.type() + ":" + stranger.remoteId();
    }

    private void put(
            Map<String, ObservedRow> into,
            Id<Tenant> tenant,
            String object,
            String remoteId,
            wexa.core.consistency.TenantObject state,
            Instant at) {
        ObservedRow.Name name = new ObservedRow.Name(tenant.value(), object);
        into.put(object, new ObservedRow(name, remoteId, forms.writeObject(state), at));
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

    /** How fresh each tenant's reading is; tenants never tried are not in it. */
    @Transactional(readOnly = true)
    public Map<Id<Tenant>, Freshness> freshness() {
        Map<Id<Tenant>, Freshness> found = new HashMap<>();
        for (ReadingRow row : readings.findAll()) {
            found.put(
                    Id.of(row.tenantId),
                    new Freshness(
                            Freshness.State.valueOf(row.state),
                            row.detail,
                            row.triedAt,
                            Optional.ofNullable(row.doneAt),
                            row.objects));
        }
        return found;
    }
}

package wexa.server.readings;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.connect.scim.Links;
import wexa.core.consistency.ObjectKey;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.database.AfterCommit;
import wexa.server.database.NewRows;

/**
 * Which objects of the tenants are which of ours. Written when an object is made, linked or read; ended when it is found gone.
 */
@Component
public class RemoteLinks {
    private static final int AT_A_TIME = 500;

    private final Rows rows;
    private final NewRows newRows;
    private final Map<UUID, Links> known = new ConcurrentHashMap<>();

    /** Rows of links. */
    interface Rows extends JpaRepository<RemoteLinkRow, RemoteLinkRow.Name> {
        List<RemoteLinkRow> findByNameTenantId(UUID tenantId);
    }

    RemoteLinks(Rows rows, NewRows newRows) {
        this.rows = rows;
        this.newRows = newRows;
    }

    /** The links of one tenant, shared by all who work with it. */
    @Transactional(readOnly = true)
    public Links of(Id<Tenant> tenant) {
        return known.computeIfAbsent(tenant.value(), this::load);
    }

    private Links load(UUID tenant) {
        Links links = new Links();
        for (RemoteLinkRow row : rows.findByNameTenantId(tenant)) {
            links.add(ObjectKey.parse(row.name.object()), row.remoteId);
        }
        return links;
    }

    @Transactional
    void keep(Id<Tenant> tenant, ObjectKey key, String remoteId, Instant at) {
        rows.save(new RemoteLinkRow(name(tenant, key), remoteId, at));
        AfterCommit.run(() -> of(tenant).add(key, remoteId));
    }

    @Transactional
    void end(Id<Tenant> tenant, ObjectKey key) {
        rows.findById(name(tenant, key)).ifPresent(rows::delete);
        AfterCommit.run(() -> of(tenant).remove(key));
    }

    /**
     * What a whole reading that began at {@code began} says otherwise than the links do; links made since then stay.
     *
     * @param linked objects of ours with the tenant's ids
     * @param gone objects of ours that were not in the reading
     */
    @Transactional
    void correct(Id<Tenant> tenant, List<Linked> linked, List<String> gone, Instant began) {
        Map<String, RemoteLinkRow> before = new HashMap<>();
        Set<String> concerned = new LinkedHashSet<>(gone);
        linked.forEach(one -> concerned.add(one.object()));
        List<RemoteLinkRow.Name> names = concerned.stream()
                .map(object -> new RemoteLinkRow.Name(tenant.value(), object))
                .toList();
        for (int from = 0; from < names.size(); from += AT_A_TIME) {
            rows.findAllById(names.subList(from, Math.min(from + AT_A_TIME, names.size())))
                    .forEach(row -> before.put(row.name.object(), row));
        }
        List<RemoteLinkRow> ended = gone.stream()
                .map(before::get)
                .filter(row -> row != null && !row.linkedAt.isAfter(began))
                .toList();
        List<RemoteLinkRow> fresh = new ArrayList<>();
        List<RemoteLinkRow> moved = new ArrayList<>();
        for (Linked one : linked) {
            RemoteLinkRow row = before.get(one.object());
            if (row == null) {
                fresh.add(
                        new RemoteLinkRow(new RemoteLinkRow.Name(tenant.value(), one.object()), one.remoteId(), began));
            } else if (!row.linkedAt.isAfter(began)) {
                row.remoteId = one.remoteId();
                row.linkedAt = began;
                moved.add(row);
            }
        }
        rows.deleteAll(ended);
        rows.saveAll(moved);
        newRows.insert(fresh);
        AfterCommit.run(() -> {
            Links links = of(tenant);
            ended.forEach(row -> links.remove(ObjectKey.parse(row.name.object())));
            moved.forEach(row -> links.add(ObjectKey.parse(row.name.object()), row.remoteId));
            fresh.forEach(row -> links.add(ObjectKey.parse(row.name.object()), row.remoteId));
        });
    }

    private static RemoteLinkRow.Name name(Id<Tenant> tenant, ObjectKey key) {
        return new RemoteLinkRow.Name(tenant.value(), key.toString());
    }
}

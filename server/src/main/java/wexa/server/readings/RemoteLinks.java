package wexa.server.readings;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.connect.scim.Links;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.model.Id;
import wexa.core.model.Tenant;
import wexa.server.wiring.AfterCommit;

/**
 * Which objects of the tenants are which of ours. Written when an object is made, linked or read; ended when it is found gone.
 */
@Component
public class RemoteLinks {
    private final Rows rows;
    private final Map<UUID, Links> known = new ConcurrentHashMap<>();

    /** Rows of links. */
    interface Rows extends JpaRepository<RemoteLinkRow, RemoteLinkRow.Name> {
        List<RemoteLinkRow> findByNameTenantId(UUID tenantId);
    }

    RemoteLinks(Rows rows) {
        this.rows = rows;
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

    /** What a whole reading that began at {@code began} says of all; links made since then stay. */
    @Transactional
    void replace(Id<Tenant> tenant, Observation read, Instant began) {
        Map<String, RemoteLinkRow> before = new HashMap<>();
        rows.findByNameTenantId(tenant.value()).forEach(row -> before.put(row.name.object(), row));
        List<RemoteLinkRow> fresh = new ArrayList<>();
        read.objects().forEach((key, seen) -> {
            RemoteLinkRow row = before.remove(key.toString());
            boolean isNewer = row != null && row.linkedAt.isAfter(began);
            if (!isNewer && (row == null || !row.remoteId.equals(seen.remoteId()))) {
                fresh.add(new RemoteLinkRow(name(tenant, key), seen.remoteId(), began));
            }
        });
        List<RemoteLinkRow> gone = before.values().stream()
                .filter(row -> !row.linkedAt.isAfter(began))
                .toList();
        rows.saveAll(fresh);
        rows.deleteAll(gone);
        AfterCommit.run(() -> {
            Links links = of(tenant);
            gone.forEach(row -> links.remove(ObjectKey.parse(row.name.object())));
            fresh.forEach(row -> links.add(ObjectKey.parse(row.name.object()), row.remoteId));
        });
    }

    private static RemoteLinkRow.Name name(Id<Tenant> tenant, ObjectKey key) {
        return new RemoteLinkRow.Name(tenant.value(), key.toString());
    }
}

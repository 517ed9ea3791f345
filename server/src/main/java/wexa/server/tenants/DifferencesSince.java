package wexa.server.tenants;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.database.NewRows;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.snapshot.SnapshotStore;

/**
 * Since when each object has differed: noted once for each whole reading, and forgotten when a reading shows that it is as it should
 * be. Of a tenant in which very much differs nothing is noted: it was connected a moment ago, or holds something else.
 */
@Component
class DifferencesSince {
    private static final Logger LOG = LoggerFactory.getLogger(DifferencesSince.class);
    private static final int MOST = 20_000;

    private final Rows rows;
    private final NewRows newRows;
    private final Differences differences;
    private final Observations observations;
    private final SnapshotStore snapshots;
    private final TransactionTemplate transactions;
    private final Map<Id<Tenant>, UUID> noted = new ConcurrentHashMap<>();

    /** Rows of what differs. */
    interface Rows extends JpaRepository<DifferenceSinceRow, DifferenceSinceRow.Place> {
        List<DifferenceSinceRow> findByPlaceTenant(UUID tenant);
    }

    DifferencesSince(
            Rows rows,
            NewRows newRows,
            Differences differences,
            Observations observations,
            SnapshotStore snapshots,
            TransactionTemplate transactions) {
        this.rows = rows;
        this.newRows = newRows;
        this.differences = differences;
        this.observations = observations;
        this.snapshots = snapshots;
        this.transactions = transactions;
    }

    /** By the keys of objects. Costs what differs there. */
    Map<String, Instant> of(Tenant tenant) {
        return rows.findByPlaceTenant(tenant.id().value()).stream()
                .collect(Collectors.toMap(row -> row.place.object(), row -> row.since));
    }

    /** Looks at the tenants that were read since the last time. Costs these whole. */
    void note() {
        Snapshot snapshot = snapshots.current();
        Map<Id<Tenant>, Freshness> freshness = observations.freshness();
        for (Tenant tenant : snapshot.model().tenants().stream().toList()) {
            Optional<UUID> reading = observations.mark(tenant.id()).map(Observations.Mark::reading);
            Optional<Instant> readAt =
                    Optional.ofNullable(freshness.get(tenant.id())).flatMap(Freshness::doneAt);
            if (reading.isPresent() && readAt.isPresent() && !reading.get().equals(noted.get(tenant.id()))) {
                try {
                    note(snapshot, tenant, readAt.get());
                    noted.put(tenant.id(), reading.get());
                } catch (RuntimeException failure) {
                    // the other tenants are noted all the same, and this one the next time
                    LOG.warn("noting what differs in tenant {} failed", tenant.id(), failure);
                }
            }
        }
    }

    private void note(Snapshot snapshot, Tenant tenant, Instant readAt) {
        Set<String> differing = differences.all(snapshot, tenant).stream()
                .map(one -> one.object().toString())
                .collect(Collectors.toSet());
        transactions.executeWithoutResult(status -> {
            Map<String, DifferenceSinceRow> known = new HashMap<>();
            rows.findByPlaceTenant(tenant.id().value()).forEach(row -> known.put(row.place.object(), row));
            List<DifferenceSinceRow> over = new ArrayList<>(known.values());
            over.removeIf(row -> differing.contains(row.place.object()));
            rows.deleteAllInBatch(over);
            if (differing.size() <= MOST) {
                newRows.insert(differing.stream()
                        .filter(object -> !known.containsKey(object))
                        .map(object -> new DifferenceSinceRow(
                                new DifferenceSinceRow.Place(tenant.id().value(), object), readAt))
                        .toList());
            }
        });
    }
}

package wexa.server.desk;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import wexa.core.consistency.ObjectKey;
import wexa.core.lifecycle.SeatPool;
import wexa.core.model.App;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.apps.CatalogueDifferences;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.tenants.Differences;

/** What tenants bring to the Desk: silence, differences, accounts that nobody knows, seats that run out. */
@Component
class TenantItems {
    private static final double NEARLY_EMPTY = 0.1;

    private final Observations observations;
    private final Differences differences;
    private final CatalogueDifferences catalogues;

    TenantItems(Observations observations, Differences differences, CatalogueDifferences catalogues) {
        this.observations = observations;
        this.differences = differences;
        this.catalogues = catalogues;
    }

    void add(Snapshot snapshot, Instant now, List<DeskView.Item> items) {
        Model model = snapshot.model();
        Map<Id<Tenant>, Freshness> freshness = observations.freshness();
        for (Tenant tenant : model.tenants().stream()
                .sorted(Comparator.comparingInt(Tenant::colour))
                .toList()) {
            App app = model.appOf(tenant);
            String name = model.title(tenant);
            Optional<Freshness> fresh = Optional.ofNullable(freshness.get(tenant.id()));
            if (fresh.isPresent() && fresh.get().state() == Freshness.State.FAILED) {
                items.add(tenant(
                        "TENANT_SILENT",
                        tenant,
                        name + " could not be read",
                        fresh.get().detail(),
                        "Open"));
            }
            int count = fresh.flatMap(Freshness::doneAt).isPresent()
                    ? differences.of(snapshot, tenant).size()
                    : 0;
            if (count > 0) {
                items.add(tenant(
                        "DIFFERENCE",
                        tenant,
                        name + ": " + count + (count == 1 ? " difference" : " differences"),
                        "The tenant does not hold what it should",
                        "See what differs"));
            }
            int unknown = observations.countStrangers(tenant.id(), ObjectKey.Type.ACCOUNT);
            if (unknown > 0) {
                items.add(tenant(
                        "UNKNOWN",
                        tenant,
                        name + ": " + unknown + (unknown == 1 ? " unknown account" : " unknown accounts"),
                        "Nobody here knows whose they are",
                        "See them"));
            }
            addSeats(model, tenant, app, now, items);
        }
        addCatalogues(snapshot, items);
    }

    /** What can be done in an application is another than what is known here. */
    private void addCatalogues(Snapshot snapshot, List<DeskView.Item> items) {
        catalogues.counts(snapshot).entrySet().stream()
                .sorted(Comparator.comparing(differing -> differing.getKey().name()))
                .forEach(differing -> items.add(new DeskView.Item(
                        "CATALOGUE",
                        differing.getKey().name() + ": " + differing.getValue()
                                + (differing.getValue() == 1 ? " change" : " changes") + " to review",
                        "Its tenants report that something changed in it",
                        "Review",
                        differing.getKey().id().toString(),
                        null,
                        null,
                        null)));
    }

    private static void addSeats(Model model, Tenant tenant, App app, Instant now, List<DeskView.Item> items) {
        for (App.SeatKind kind : app.seatKinds()) {
            SeatPool pool = SeatPool.of(model, tenant, kind.key());
            int left = pool.size() - pool.takenAt(now);
            if (pool.size() > 0 && left <= pool.size() * NEARLY_EMPTY) {
                items.add(tenant(
                        "SEATS",
                        tenant,
                        model.title(tenant) + ": " + left + " left of " + pool.size(),
                        kind.name() + " seats are running out",
                        "See seats"));
            }
        }
    }

    private static DeskView.Item tenant(String kind, Tenant tenant, String title, String text, String act) {
        return new DeskView.Item(
                kind,
                title,
                text,
                act,
                tenant.id().toString(),
                null,
                tenant.id().value(),
                tenant.colour());
    }
}

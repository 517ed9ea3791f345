package wexa.server.desk;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import wexa.core.consistency.ObjectKey;
import wexa.core.lifecycle.SeatPool;
import wexa.core.model.App;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.apps.CatalogueDifferences;
import wexa.server.connections.ManualTenants;
import wexa.server.jobs.ByHand;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.tenants.Differences;

/** What tenants bring to the Desk: silence, differences, accounts that nobody knows, seats that run out. */
@Component
class TenantItems {
    private static final double NEARLY_EMPTY = 0.1;
    private static final Duration LISTED_WITHIN = Duration.ofDays(31);

    private final Observations observations;
    private final Differences differences;
    private final CatalogueDifferences catalogues;
    private final ByHand byHand;
    private final ManualTenants manualTenants;

    TenantItems(
            Observations observations,
            Differences differences,
            CatalogueDifferences catalogues,
            ByHand byHand,
            ManualTenants manualTenants) {
        this.observations = observations;
        this.differences = differences;
        this.catalogues = catalogues;
        this.byHand = byHand;
        this.manualTenants = manualTenants;
    }

    void add(Snapshot snapshot, Instant now, List<DeskView.Item> items) {
        Model model = snapshot.model();
        Map<Id<Tenant>, Freshness> freshness = observations.freshness();
        Map<Id<Tenant>, ByHand.Waiting> tasks = byHand.waiting();
        Set<Id<Tenant>> manual = manualTenants.all();
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
            addTasks(model, tenant, Optional.ofNullable(tasks.get(tenant.id())), items);
            if (manual.contains(tenant.id())) {
                addList(name, tenant, fresh.flatMap(Freshness::doneAt), now, items);
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

    private static void addTasks(
            Model model, Tenant tenant, Optional<ByHand.Waiting> waiting, List<DeskView.Item> items) {
        waiting.ifPresent(one -> items.add(new DeskView.Item(
                "BY_HAND",
                model.title(tenant) + ": " + one.tasks() + (one.tasks() == 1 ? " task" : " tasks") + " to do by hand",
                one.overdue() == 0
                        ? "It has no interface; confirm them when they are done"
                        : one.overdue() + (one.overdue() == 1 ? " is overdue" : " are overdue"),
                "See tasks",
                tenant.id().toString(),
                one.due(),
                tenant.id().value(),
                tenant.colour())));
    }

    /** A list that is old proves little. */
    private static void addList(
            String name, Tenant tenant, Optional<Instant> listed, Instant now, List<DeskView.Item> items) {
        if (listed.filter(at -> at.plus(LISTED_WITHIN).isAfter(now)).isEmpty()) {
            items.add(tenant(
                    "LIST_DUE",
                    tenant,
                    name + " needs a new list of accounts",
                    listed.map(at -> "The last one is "
                                    + Duration.between(at, now).toDays() + " days old")
                            .orElse("There has been none yet, so nothing there can be checked"),
                    "Upload"));
        }
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

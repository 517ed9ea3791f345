package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;
import wexa.core.access.AccessIndex;
import wexa.core.access.Path;
import wexa.core.access.Usability;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.ObservedAccess;
import wexa.core.governance.Reach;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Binding;
import wexa.core.model.Capability;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.readings.Observations;

/** Lays what a person can do out as lines and cells. */
@Component
class AccessViews {
    private final Observations observations;

    AccessViews(Observations observations) {
        this.observations = observations;
    }

    /** Where something is held. */
    private record Place(Id<Tenant> tenant, Optional<Id<Area>> area) {}

    AccessView of(Preview preview, Id<Person> person, Reach sight, Instant at) {
        Map<Place, Map<Permission, List<Path>>> before =
                collect(preview.snapshot().index(), person, at);
        Map<Place, Map<Permission, List<Path>>> after = collect(preview.index(), person, at);
        Model model = preview.model();
        List<AccessView.TenantView> tenants = new ArrayList<>();
        model.tenants().stream()
                .filter(tenant -> sight.covers(tenant.id()))
                .sorted(Comparator.comparingInt(Tenant::colour))
                .forEach(tenant ->
                        tenant(preview, person, tenant, at, before, after).ifPresent(tenants::add));
        List<AccessView.InertView> inert = preview.index().inert(person, at).stream()
                .filter(grant -> sight.covers(grant.tenant()))
                .map(grant -> new AccessView.InertView(
                        model.roles().get(grant.role()).name(),
                        name(model, model.tenants().get(grant.tenant()))))
                .toList();
        return new AccessView(at, tenants, inert);
    }

    private static String name(Model model, Tenant tenant) {
        return model.title(tenant);
    }

    private static Map<Place, Map<Permission, List<Path>>> collect(AccessIndex index, Id<Person> person, Instant at) {
        Map<Place, Map<Permission, List<Path>>> found = new LinkedHashMap<>();
        for (Path path : index.paths(person, at)) {
            Place place = new Place(path.grant().tenant(), path.grant().area());
            Map<Permission, List<Path>> here = found.computeIfAbsent(place, any -> new HashMap<>());
            for (Permission permission : path.permissions()) {
                List<Path> ways = here.computeIfAbsent(permission, any -> new ArrayList<>(2));
                if (ways.stream().noneMatch(path::isSameWay)) {
                    ways.add(path);
                }
            }
        }
        return found;
    }

    private Optional<AccessView.TenantView> tenant(
            Preview preview,
            Id<Person> person,
            Tenant tenant,
            Instant at,
            Map<Place, Map<Permission, List<Path>>> before,
            Map<Place, Map<Permission, List<Path>>> after) {
        Model model = preview.model();
        App app = model.appOf(tenant);
        Usability usability = Usability.of(model, person, tenant.id(), at);
        Optional<ObservedAccess> observed = usability
                .account()
                .filter(account -> tenant.can(Capability.ASSIGNMENTS)
                        || !Binding.in(tenant.id(), model).isEmpty())
                .map(account -> ObjectKey.account(account.id()))
                .map(key -> new ObservedAccess(
                        observations.of(tenant.id(), ObservedAccess.lookedAt(key, tenant, model)),
                        observations.reaching(tenant.id(), key),
                        key,
                        tenant,
                        preview.index(),
                        at));
        List<AccessView.LineView> lines = new ArrayList<>();
        for (Optional<Id<Area>> area : areasOf(tenant, before, after, model)) {
            Place place = new Place(tenant.id(), area);
            Optional<Area> found = area.flatMap(model.table(Kind.AREA)::find);
            for (App.ResourceType type : app.resourceTypes()) {
                List<AccessView.CellView> cells = new ArrayList<>();
                for (App.Action action : type.actions()) {
                    Permission permission = new Permission(app.key(), type.key(), action.key());
                    cell(
                                    permission,
                                    action,
                                    before.getOrDefault(place, Map.of()),
                                    after.getOrDefault(place, Map.of()),
                                    usability,
                                    observed,
                                    found.map(one -> one.key().text()))
                            .ifPresent(cells::add);
                }
                if (!cells.isEmpty()) {
                    lines.add(new AccessView.LineView(
                            type.key().text(),
                            type.name(),
                            found.map(one -> one.key().text()).orElse(null),
                            found.map(Area::name).orElse("everywhere"),
                            cells));
                }
            }
        }
        if (lines.isEmpty() && usability.account().isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new AccessView.TenantView(
                tenant.id().value(),
                app.name(),
                tenant.name(),
                tenant.colour(),
                usability.account().map(account -> account.userName()).orElse(null),
                usability
                        .seat()
                        .flatMap(seat -> app.seatKind(seat.kind()))
                        .map(App.SeatKind::name)
                        .orElse(null),
                !app.seatKinds().isEmpty(),
                lines));
    }

    /** Areas where anything is held before or after, each before those below it; the whole tenant first. */
    private static List<Optional<Id<Area>>> areasOf(
            Tenant tenant,
            Map<Place, Map<Permission, List<Path>>> before,
            Map<Place, Map<Permission, List<Path>>> after,
            Model model) {
        List<Optional<Id<Area>>> ordered = new ArrayList<>(List.of(Optional.empty()));
        Area.inOrder(model, tenant.id()).forEach(area -> ordered.add(Optional.of(area.id())));
        ordered.removeIf(area -> {
            Place place = new Place(tenant.id(), area);
            return !before.containsKey(place) && !after.containsKey(place);
        });
        return ordered;
    }

    private static Optional<AccessView.CellView> cell(
            Permission permission,
            App.Action action,
            Map<Permission, List<Path>> before,
            Map<Permission, List<Path>> after,
            Usability usability,
            Optional<ObservedAccess> observed,
            Optional<String> area) {
        List<Path> had = before.getOrDefault(permission, List.of());
        List<Path> has = after.getOrDefault(permission, List.of());
        if (had.isEmpty() && has.isEmpty()) {
            return Optional.empty();
        }
        String change = had.isEmpty() ? "ADDED" : has.isEmpty() ? "REMOVED" : "NONE";
        List<String> threads = (has.isEmpty() ? had : has)
                .stream().map(path -> path.pattern().name()).toList();
        Set<String> blocks = new TreeSet<>();
        usability.blocks(permission).forEach(block -> blocks.add(block.name()));
        String found = observed.map(reading -> reading.holds(permission.toString(), area) ? "YES" : "NO")
                .orElse("UNKNOWN");
        return Optional.of(new AccessView.CellView(
                permission.toString(),
                action.label(),
                action.sort().name(),
                threads,
                has.isEmpty() ? List.of() : List.copyOf(blocks),
                change,
                found));
    }
}

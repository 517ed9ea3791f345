package wexa.core.access;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;

/** The areas of all tenants as numbered nodes; each tenant has a node of its own above its areas, "everywhere". */
final class AreaTree {
    private static final int NO_NODE = -1;

    private final List<Tenant> tenants = new ArrayList<>();
    private final Map<Id<Tenant>, Integer> tenantNumbers = new HashMap<>();
    private final List<Boolean> tenantNeedsArea = new ArrayList<>();
    private final List<int[]> tenantWords = new ArrayList<>();
    private final Map<Id<Area>, Integer> nodes = new HashMap<>();
    private final int[] parents;
    private final int[] tenantOf;
    private final List<Optional<Id<Area>>> areas = new ArrayList<>();

    AreaTree(Model model, RoleTable roles) {
        model.tenants().forEach(tenant -> {
            App app = model.appOf(tenant);
            tenantNumbers.put(tenant.id(), tenants.size());
            tenants.add(tenant);
            tenantNeedsArea.add(app.needsArea());
            tenantWords.add(roles.words(app.id()));
            areas.add(Optional.empty());
        });
        model.table(Kind.AREA).forEach(area -> {
            nodes.put(area.id(), areas.size());
            areas.add(Optional.of(area.id()));
        });
        this.parents = new int[areas.size()];
        this.tenantOf = new int[areas.size()];
        for (int tenant = 0; tenant < tenants.size(); tenant++) {
            parents[tenant] = NO_NODE;
            tenantOf[tenant] = tenant;
        }
        model.table(Kind.AREA).forEach(area -> {
            int node = nodes.getOrDefault(area.id(), NO_NODE);
            int tenant = tenantNumbers.getOrDefault(area.tenant(), NO_NODE);
            tenantOf[node] = tenant;
            parents[node] = area.parent()
                    .map(parent -> nodes.getOrDefault(parent, tenant))
                    .orElse(tenant);
        });
    }

    /** The node where a grant holds, or -1 if it is inert: without an area in an app whose roles need one (rule 5). */
    int nodeFor(Id<Tenant> tenant, Optional<Id<Area>> area) {
        if (area.isPresent()) {
            return nodes.getOrDefault(area.get(), NO_NODE);
        }
        Integer number = tenantNumbers.get(tenant);
        return number == null || tenantNeedsArea.get(number) ? NO_NODE : number;
    }

    /** The node of an area, or of the whole tenant, whether or not a role could hold there. */
    int nodeOf(Id<Tenant> tenant, Optional<Id<Area>> area) {
        return area.map(id -> nodes.getOrDefault(id, NO_NODE))
                .orElseGet(() -> tenantNumbers.getOrDefault(tenant, NO_NODE));
    }

    int parent(int node) {
        return parents[node];
    }

    int tenantNumber(int node) {
        return tenantOf[node];
    }

    Id<Tenant> tenant(int node) {
        return tenants.get(tenantOf[node]).id();
    }

    Optional<Id<Area>> area(int node) {
        return areas.get(node);
    }

    int[] words(int node) {
        return tenantWords.get(tenantOf[node]);
    }

    int tenantCount() {
        return tenants.size();
    }

    int count() {
        return areas.size();
    }

    boolean isAtOrAbove(int above, int node) {
        for (int at = node; at != NO_NODE; at = parents[at]) {
            if (at == above) {
                return true;
            }
        }
        return false;
    }
}

package wexa.core.access;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Table;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** The areas of all tenants as numbered nodes; each tenant has a node of its own above its areas, "everywhere". */
final class AreaTree {
    private static final int NO_NODE = -1;

    private final List<Tenant> tenants = new ArrayList<>();
    private final Map<Id<Tenant>, Integer> tenantNumbers = new HashMap<>();
    private final List<Boolean> tenantNeedsArea = new ArrayList<>();
    private final List<int[]> tenantWords = new ArrayList<>();
    private final Table<Area> table;
    private final int[] parents;
    private final int[] tenantOf;
    private final List<Optional<Id<Area>>> areas = new ArrayList<>();

    /** Nodes of a folded model: tenants first, then areas in the order of their positions. */
    AreaTree(Model folded, RoleTable roles) {
        this.table = folded.table(Kind.AREA);
        folded.tenants().forEach(tenant -> {
            App app = folded.appOf(tenant);
            tenantNumbers.put(tenant.id(), tenants.size());
            tenants.add(tenant);
            tenantNeedsArea.add(app.needsArea());
            tenantWords.add(roles.words(app.id()));
            areas.add(Optional.empty());
        });
        table.forEach(area -> areas.add(Optional.of(area.id())));
        this.parents = new int[areas.size()];
        this.tenantOf = new int[areas.size()];
        for (int tenant = 0; tenant < tenants.size(); tenant++) {
            parents[tenant] = NO_NODE;
            tenantOf[tenant] = tenant;
        }
        table.forEach(area -> {
            int node = node(area.id());
            int tenant = tenantNumbers.getOrDefault(area.tenant(), NO_NODE);
            tenantOf[node] = tenant;
            int parent = area.parent().map(this::node).orElse(NO_NODE);
            parents[node] = parent == NO_NODE ? tenant : parent;
        });
    }

    private int node(Id<Area> area) {
        int position = table.basePosition(area);
        return position < 0 ? NO_NODE : tenants.size() + position;
    }

    /** The node where a grant holds, or -1 if it is inert: without an area in an app whose roles need one (rule 5). */
    int nodeFor(Id<Tenant> tenant, Optional<Id<Area>> area) {
        if (area.isPresent()) {
            return node(area.get());
        }
        Integer number = tenantNumbers.get(tenant);
        return number == null || tenantNeedsArea.get(number) ? NO_NODE : number;
    }

    /** The node of an area, or of the whole tenant, whether or not a role could hold there. */
    int nodeOf(Id<Tenant> tenant, Optional<Id<Area>> area) {
        return area.map(this::node).orElseGet(() -> tenantNumbers.getOrDefault(tenant, NO_NODE));
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

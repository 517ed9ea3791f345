package wexa.core.access;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.Area;
import wexa.core.model.Id;
import wexa.core.model.Permission;
import wexa.core.model.Tenant;

/** What one person should be able to do at one instant: for each area where something was given, the permissions. */
public final class Access {
    private final AccessIndex index;
    private final int[] nodes;
    private final long[][] bits;

    Access(AccessIndex index, int[] nodes, long[][] bits) {
        this.index = index;
        this.nodes = nodes;
        this.bits = bits;
    }

    /** Permissions given at one area of a tenant (or everywhere in it), which hold below it too. */
    public record Reach(Id<Tenant> tenant, Optional<Id<Area>> area, Set<Permission> permissions) {}

    public List<Reach> reaches() {
        List<Reach> reaches = new ArrayList<>(nodes.length);
        for (int place = 0; place < nodes.length; place++) {
            Id<Tenant> tenant = index.areas().tenant(nodes[place]);
            reaches.add(new Reach(tenant, index.areas().area(nodes[place]), index.permissionsIn(bits[place], tenant)));
        }
        return reaches;
    }

    /** Whether the permission holds at the area: given there or above it (rule 3). */
    public boolean holds(Id<Tenant> tenant, Optional<Id<Area>> area, Permission permission) {
        int asked = index.areas().nodeOf(tenant, area);
        for (int place = 0; asked >= 0 && place < nodes.length; place++) {
            if (index.isIn(bits[place], permission, tenant) && index.areas().isAtOrAbove(nodes[place], asked)) {
                return true;
            }
        }
        return false;
    }

    /** How many permissions are held, counted once per tenant. */
    public long count() {
        return HoldingCount.of(index, nodes, bits);
    }
}

package wexa.core.access;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.Area;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

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

    /** The same, of some permissions alone; areas where none of them is given are left out. */
    public List<Reach> reaches(PermissionMask wanted) {
        List<Reach> reaches = new ArrayList<>(2);
        for (int place = 0; place < nodes.length; place++) {
            long[] some = wanted.of(bits[place]);
            if (some.length > 0) {
                Id<Tenant> tenant = index.areas().tenant(nodes[place]);
                reaches.add(new Reach(tenant, index.areas().area(nodes[place]), index.permissionsIn(some, tenant)));
            }
        }
        return reaches;
    }

    /**
     * What is given here and does not hold there: by words of bits where both indexes number alike, else one by one.
     * Areas with nothing left are left out.
     */
    public List<Reach> beyond(Access other) {
        boolean alike = index.areas() == other.index.areas() && index.roles().isNumberedLike(other.index.roles());
        List<Reach> left = new ArrayList<>();
        for (int place = 0; place < nodes.length; place++) {
            Id<Tenant> tenant = index.areas().tenant(nodes[place]);
            Optional<Id<Area>> area = index.areas().area(nodes[place]);
            Set<Permission> permissions = alike
                    ? index.permissionsIn(other.without(nodes[place], bits[place]), tenant)
                    : other.without(tenant, area, index.permissionsIn(bits[place], tenant));
            if (!permissions.isEmpty()) {
                left.add(new Reach(tenant, area, permissions));
            }
        }
        return left;
    }

    private long[] without(int asked, long[] given) {
        long[] left = given.clone();
        for (int place = 0; place < nodes.length; place++) {
            if (index.areas().isAtOrAbove(nodes[place], asked)) {
                for (int word = 0; word < left.length; word++) {
                    left[word] &= ~bits[place][word];
                }
            }
        }
        return left;
    }

    private Set<Permission> without(Id<Tenant> tenant, Optional<Id<Area>> area, Set<Permission> given) {
        Set<Permission> left = new LinkedHashSet<>(given);
        left.removeIf(permission -> holds(tenant, area, permission));
        return left;
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

package wexa.core.access;

import java.util.BitSet;
import java.util.Set;
import wexa.core.model.Role;
import wexa.core.value.Id;

/** The grants at an instant that give any of some permissions where they are, or any of some roles with effect. */
final class GrantsOfAny {
    private final AccessIndex index;
    private final PermissionMask wanted;
    private final BitSet named = new BitSet();
    private final long second;

    /** @param among roles that count by themselves; those that include them are not looked for */
    GrantsOfAny(AccessIndex index, PermissionMask wanted, Set<Id<Role>> among, long second) {
        this.index = index;
        this.wanted = wanted;
        this.second = second;
        among.forEach(role -> index.roles().find(role).ifPresent(named::set));
    }

    /** Gets whom a grant is for, as the index numbers subjects, and the node where it is. */
    interface Each {
        void grant(int subject, int node);
    }

    /** In the order of nodes. Costs all grants once. */
    void each(Each to) {
        AreaTree areas = index.areas();
        Grants grants = index.grants();
        Adjacency nodeGrants = index.nodeGrants();
        boolean[][] counting = new boolean[areas.tenantCount()][];
        for (int node = 0; node < areas.count(); node++) {
            int tenant = areas.tenantNumber(node);
            int[] row = nodeGrants.array(node);
            for (int place = nodeGrants.from(node); place < nodeGrants.until(node); place++) {
                if (counting[tenant] == null) {
                    counting[tenant] = counting(tenant);
                }
                int grant = row[place];
                if (counting[tenant][grants.role(grant)] && grants.holds(grant, second)) {
                    to.grant(grants.subject(grant), node);
                }
            }
        }
    }

    /** Which roles give any of the permissions in a tenant, or are among those named. */
    private boolean[] counting(int tenant) {
        RoleTable roles = index.roles();
        boolean[] counting = new boolean[roles.count()];
        int[] words = index.areas().words(tenant);
        for (int role = 0; role < counting.length; role++) {
            counting[role] = named.get(role)
                    || wanted.isAnyOf(roles.bits(role, index.areas().tenant(tenant)), words[0], words[1]);
        }
        return counting;
    }
}

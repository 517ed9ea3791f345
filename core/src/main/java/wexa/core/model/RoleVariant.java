package wexa.core.model;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * How a role lastingly differs in one tenant: all that it gives elsewhere and what some sets give besides, less some
 * permissions. Roles that include it give the same there.
 *
 * @param sets what it gives besides, in the tenant's app
 * @param exclusions what it does not give there, by whatever ingredient
 */
public record RoleVariant(
        Id<RoleVariant> id,
        Id<Role> role,
        Id<Tenant> tenant,
        List<Id<PermissionSet>> sets,
        Set<Permission> exclusions,
        Id<Person> owner,
        String reason)
        implements Fact {
    public static final Lookup<RoleVariant, Id<Role>> BY_ROLE = Lookup.by(RoleVariant::role);

    public RoleVariant {
        sets = sets.stream().distinct().toList();
        exclusions = Collections.unmodifiableSet(new TreeSet<>(exclusions));
    }

    /** The same variant with other exclusions. */
    public RoleVariant excluding(Set<Permission> others) {
        return new RoleVariant(id, role, tenant, sets, others, owner, reason);
    }

    /** How a role differs in a tenant, if it does. Costs the variants of the role. */
    public static Optional<RoleVariant> of(Id<Role> role, Id<Tenant> tenant, Model model) {
        return model.table(Kind.ROLE_VARIANT).by(BY_ROLE, role).stream()
                .filter(variant -> variant.tenant().equals(tenant))
                .findFirst();
    }
}

package wexa.core.access;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/**
 * What roles give in the tenants where they differ: those with a variant, and those that include one. For each such tenant it
 * costs all roles and what those that differ are made of; where there are no variants, nothing.
 */
final class RoleVariants {
    private final Map<Id<Tenant>, Map<Id<Role>, RoleVariant>> variants = new HashMap<>();
    private final Map<Id<Tenant>, Map<Integer, long[]>> bits = new HashMap<>();

    private RoleVariants() {}

    static RoleVariants of(Model model, RoleTable roles) {
        RoleVariants made = new RoleVariants();
        model.table(Kind.ROLE_VARIANT)
                .forEach(variant -> made.variants
                        .computeIfAbsent(variant.tenant(), any -> new HashMap<>())
                        .put(variant.role(), variant));
        made.variants.forEach((tenant, there) -> made.bits.put(tenant, compile(there, roles)));
        return made;
    }

    private static Map<Integer, long[]> compile(Map<Id<Role>, RoleVariant> variants, RoleTable roles) {
        Map<Integer, long[]> found = new HashMap<>();
        for (Role role : roles.inOrder()) {
            RoleVariant variant = variants.get(role.id());
            boolean includesOne = roles.includes(role).stream().anyMatch(one -> found.containsKey(roles.number(one)));
            if (variant == null && !includesOne) {
                continue;
            }
            long[] given = roles.union(role, one -> found.getOrDefault(one, roles.bits(one)));
            if (variant != null) {
                for (Id<PermissionSet> set : variant.sets()) {
                    RoleTable.or(given, roles.bitsOfSet(set));
                }
                RoleTable.andNot(given, roles.bitsOf(variant.exclusions()));
            }
            found.put(roles.number(role.id()), given);
        }
        return found;
    }

    /** Whether a role gives something else in some tenant. */
    boolean concern(int role) {
        return bits.values().stream().anyMatch(there -> there.containsKey(role));
    }

    /** What a role gives in a tenant; null if the same as elsewhere, for that is asked for every grant. */
    long @Nullable [] bits(int role, Id<Tenant> tenant) {
        if (bits.isEmpty()) {
            return null;
        }
        Map<Integer, long[]> there = bits.get(tenant);
        return there == null ? null : there.get(role);
    }

    Optional<RoleVariant> find(Id<Role> role, Id<Tenant> tenant) {
        return Optional.ofNullable(variants.getOrDefault(tenant, Map.of()).get(role));
    }
}

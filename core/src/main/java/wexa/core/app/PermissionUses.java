package wexa.core.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.finding.Finding;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.value.Permission;

/**
 * What names a permission: sets that hold it, roles and variants that leave it out, conflict rules that it is a side of. Costs
 * all of these, once.
 */
public record PermissionUses(
        Permission permission,
        List<PermissionSet> sets,
        List<Role> roles,
        List<RoleVariant> variants,
        List<ConflictRule> rules) {
    public static PermissionUses of(Permission permission, Model model) {
        return new PermissionUses(
                permission,
                model.table(Kind.PERMISSION_SET).stream()
                        .filter(set -> set.permissions().contains(permission))
                        .toList(),
                model.roles().stream()
                        .filter(role -> role.exclusions().contains(permission))
                        .toList(),
                model.table(Kind.ROLE_VARIANT).stream()
                        .filter(variant -> variant.exclusions().contains(permission))
                        .toList(),
                model.table(Kind.CONFLICT_RULE).stream()
                        .filter(rule -> rule.one().permissions().contains(permission)
                                || rule.other().permissions().contains(permission))
                        .toList());
    }

    /** What keeps the permission from being taken away: a conflict rule of which a side would be left empty. */
    List<Finding> obstacles() {
        return rules.stream()
                .filter(rule -> less(rule.one()).isEmpty() || less(rule.other()).isEmpty())
                .map(rule -> Finding.of(
                        AppChange.LAST_OF_A_SIDE, "permission", "value", permission.toString(), "rule", rule.name()))
                .toList();
    }

    /** All of them without the permission. */
    List<Effect> withoutIt() {
        List<Effect> effects = new ArrayList<>();
        sets.forEach(set -> effects.add(Effect.replace(set, set.of(less(set.permissions())))));
        roles.forEach(role -> effects.add(Effect.replace(role, role.excluding(less(role.exclusions())))));
        for (RoleVariant variant : variants) {
            Set<Permission> left = less(variant.exclusions());
            boolean isNothingLeft = left.isEmpty() && variant.sets().isEmpty();
            effects.add(isNothingLeft ? Effect.drop(variant) : Effect.replace(variant, variant.excluding(left)));
        }
        for (ConflictRule rule : rules) {
            Optional<ConflictRule.Side> one = less(rule.one());
            Optional<ConflictRule.Side> other = less(rule.other());
            if (one.isPresent() && other.isPresent()) {
                effects.add(Effect.replace(rule, rule.between(one.get(), other.get())));
            }
        }
        return effects;
    }

    private Set<Permission> less(Set<Permission> all) {
        return Revision.without(all, permission);
    }

    /** Empty if nothing would be left. */
    private Optional<ConflictRule.Side> less(ConflictRule.Side side) {
        Set<Permission> left = new TreeSet<>(less(side.permissions()));
        return left.isEmpty() && side.sets().isEmpty() && side.roles().isEmpty()
                ? Optional.empty()
                : Optional.of(new ConflictRule.Side(left, side.sets(), side.roles()));
    }
}

package wexa.core.role;

import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import wexa.core.model.App;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.Sensitivity;
import wexa.core.value.Permission;

/**
 * How sensitive permissions, sets and roles are. What somebody set counts. Else a permission is sensitive if it decides, or if a
 * conflict rule names it, and privileged if it decides and a rule that blocks names it; a set or a role is as sensitive as the
 * most sensitive permission that it gives.
 */
public final class Sensitivities {
    private final Map<Permission, Sensitivity> known = new HashMap<>();

    /** Costs the permissions of all apps, once. */
    public Sensitivities(Model model) {
        Map<ConflictRule.Manner, Set<Permission>> named = new EnumMap<>(ConflictRule.Manner.class);
        for (ConflictRule rule : model.table(Kind.CONFLICT_RULE).stream().toList()) {
            Stream.of(rule.one(), rule.other())
                    .forEach(side -> named.computeIfAbsent(rule.manner(), any -> new HashSet<>())
                            .addAll(side.named(model)));
        }
        Set<Permission> blocked = named.getOrDefault(ConflictRule.Manner.BLOCK, Set.of());
        Set<Permission> warned = named.getOrDefault(ConflictRule.Manner.WARN, Set.of());
        for (App app : model.table(Kind.APP).stream().toList()) {
            for (App.ResourceType type : app.resourceTypes()) {
                for (App.Action action : type.actions()) {
                    Permission permission = new Permission(app.key(), type.key(), action.key());
                    boolean isNamed = blocked.contains(permission) || warned.contains(permission);
                    known.put(
                            permission,
                            action.sensitivity()
                                    .orElseGet(() -> proposed(action, isNamed, blocked.contains(permission))));
                }
            }
        }
    }

    private static Sensitivity proposed(App.Action action, boolean isNamed, boolean isBlocked) {
        return switch (action.sort()) {
            case DECIDE -> isBlocked ? Sensitivity.PRIVILEGED : Sensitivity.SENSITIVE;
            case WORK, LOOK -> isNamed ? Sensitivity.SENSITIVE : Sensitivity.NORMAL;
        };
    }

    /** A permission that no app has can do nothing. */
    public Sensitivity of(Permission permission) {
        return known.getOrDefault(permission, Sensitivity.NORMAL);
    }

    public Sensitivity of(PermissionSet set) {
        return set.sensitivity().orElseGet(() -> most(set.permissions()));
    }

    /** @param given what the role gives */
    public Sensitivity of(Role role, Collection<Permission> given) {
        return role.sensitivity().orElseGet(() -> most(given));
    }

    /** That of the most sensitive of them. */
    public Sensitivity most(Collection<Permission> permissions) {
        return Sensitivity.most(permissions.stream().map(this::of).toList());
    }
}

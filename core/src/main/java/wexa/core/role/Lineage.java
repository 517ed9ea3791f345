package wexa.core.role;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** Which roles are made of which, from either end. Costs all roles once. */
public final class Lineage {
    private final Model model;
    private final Map<Id<Role>, List<Id<Role>>> includedBy = new HashMap<>();
    private final Map<Id<PermissionSet>, List<Id<Role>>> usedBy = new HashMap<>();

    public Lineage(Model model) {
        this.model = model;
        model.roles().forEach(role -> {
            role.includes()
                    .forEach(one -> includedBy
                            .computeIfAbsent(one, any -> new ArrayList<>())
                            .add(role.id()));
            role.sets()
                    .forEach(one -> usedBy.computeIfAbsent(one, any -> new ArrayList<>())
                            .add(role.id()));
        });
    }

    /** Roles that include this one directly. */
    public List<Id<Role>> includedBy(Id<Role> role) {
        return List.copyOf(includedBy.getOrDefault(role, List.of()));
    }

    /** Roles of which the set is a part. */
    public List<Id<Role>> usedBy(Id<PermissionSet> set) {
        return List.copyOf(usedBy.getOrDefault(set, List.of()));
    }

    /** The role itself and every role that includes it, directly or through others, nearest first. */
    public Set<Id<Role>> above(Id<Role> role) {
        Set<Id<Role>> found = new LinkedHashSet<>();
        Deque<Id<Role>> open = new ArrayDeque<>(List.of(role));
        while (!open.isEmpty()) {
            Id<Role> next = open.remove();
            if (found.add(next)) {
                open.addAll(includedBy.getOrDefault(next, List.of()));
            }
        }
        return found;
    }

    /**
     * Conflict rules of which a role itself has both sides: whoever gets it where both can be used is in conflict at once.
     *
     * @param given what the role gives
     */
    public List<ConflictRule> conflictsInside(Id<Role> role, Set<Permission> given) {
        Set<Id<Role>> roles = below(role);
        return model.table(Kind.CONFLICT_RULE).stream()
                .filter(rule -> rule.isMetBy(given, roles, model))
                .toList();
    }

    /** The role itself and every role that it includes, directly or through others, nearest first. */
    public Set<Id<Role>> below(Id<Role> role) {
        Set<Id<Role>> found = new LinkedHashSet<>();
        Deque<Id<Role>> open = new ArrayDeque<>(List.of(role));
        while (!open.isEmpty()) {
            Id<Role> next = open.remove();
            if (found.add(next)) {
                model.roles().find(next).ifPresent(one -> open.addAll(one.includes()));
            }
        }
        return found;
    }
}

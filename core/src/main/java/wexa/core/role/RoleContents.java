package wexa.core.role;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** What roles give by rule 2, in one tenant or where they have no variant. Costs what a role is made of; needs no index. */
final class RoleContents {
    private final Model model;
    private final Optional<Id<Tenant>> tenant;

    RoleContents(Model model, Optional<Id<Tenant>> tenant) {
        this.model = model;
        this.tenant = tenant;
    }

    /** What the role has before its own exclusions and without its own variant: of its sets, and of the roles that it includes. */
    Set<Permission> ofIngredients(Role role) {
        Map<Id<Role>, Set<Permission>> had = new HashMap<>();
        Deque<Role> open = new ArrayDeque<>(List.of(role));
        while (!open.isEmpty()) {
            Role next = open.peek();
            List<Role> included = next.includes().stream()
                    .flatMap(id -> model.roles().find(id).stream())
                    .toList();
            List<Role> missing =
                    included.stream().filter(one -> !had.containsKey(one.id())).toList();
            if (missing.isEmpty()) {
                open.remove();
                had.put(next.id(), together(next, included, had));
            } else {
                missing.forEach(open::push);
            }
        }
        return had.getOrDefault(role.id(), new HashSet<>());
    }

    /** What the role gives without its own variant. */
    Set<Permission> withoutVariant(Role role) {
        Set<Permission> given = ofIngredients(role);
        given.removeAll(role.exclusions());
        return given;
    }

    private Set<Permission> together(Role role, List<Role> included, Map<Id<Role>, Set<Permission>> had) {
        Set<Permission> given = new HashSet<>(ofSets(role.sets()));
        for (Role one : included) {
            Set<Permission> kept = new HashSet<>(had.getOrDefault(one.id(), Set.of()));
            kept.removeAll(one.exclusions());
            tenant.flatMap(there -> RoleVariant.of(one.id(), there, model)).ifPresent(variant -> vary(kept, variant));
            given.addAll(kept);
        }
        return given;
    }

    /** What a role gives becomes what it gives with a variant. */
    void vary(Set<Permission> given, RoleVariant variant) {
        given.addAll(ofSets(variant.sets()));
        given.removeAll(variant.exclusions());
    }

    private Set<Permission> ofSets(List<Id<PermissionSet>> sets) {
        Set<Permission> given = new HashSet<>();
        sets.forEach(
                set -> model.table(Kind.PERMISSION_SET).find(set).ifPresent(one -> given.addAll(one.permissions())));
        return given;
    }
}

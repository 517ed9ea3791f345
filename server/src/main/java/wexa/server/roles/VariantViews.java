package wexa.server.roles;

import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.role.Lineage;
import wexa.core.role.PermissionNames;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** How roles differ in single tenants, as screens show it. */
final class VariantViews {
    private VariantViews() {}

    /**
     * How a role differs in a tenant from what it is elsewhere.
     *
     * @param variant the role's own; none if only roles that it includes differ there
     * @param through names of the included roles that have a variant there
     * @param more permissions that it grants there and not elsewhere, a line for each type of record
     * @param less permissions that it grants elsewhere and not there
     */
    record VariantView(@Nullable OwnVariant variant, List<String> through, List<String> more, List<String> less) {}

    record OwnVariant(
            UUID id,
            List<SetService.RoleName> sets,
            List<String> exclusions,
            UUID ownerId,
            String owner,
            String reason) {}

    /** Empty if the role is made of the same there as elsewhere. Costs the role's permissions. */
    static Optional<VariantView> of(Role role, Tenant tenant, Snapshot snapshot) {
        Model model = snapshot.model();
        Optional<RoleVariant> own = RoleVariant.of(role.id(), tenant.id(), model);
        List<String> through = new Lineage(model)
                .below(role.id()).stream()
                        .filter(one -> !one.equals(role.id()))
                        .filter(one -> RoleVariant.of(one, tenant.id(), model).isPresent())
                        .flatMap(one -> model.roles().find(one).stream())
                        .map(Role::name)
                        .sorted()
                        .toList();
        if (own.isEmpty() && through.isEmpty()) {
            return Optional.empty();
        }
        Set<Permission> here = snapshot.index().permissionsOf(role.id(), tenant.id());
        Set<Permission> elsewhere = new HashSet<>(snapshot.index().permissionsOf(role.id()));
        elsewhere.removeIf(
                permission -> !permission.app().equals(model.appOf(tenant).key()));
        return Optional.of(new VariantView(
                own.map(variant -> own(variant, model)).orElse(null),
                through,
                PermissionNames.lines(without(here, elsewhere), model),
                PermissionNames.lines(without(elsewhere, here), model)));
    }

    private static OwnVariant own(RoleVariant variant, Model model) {
        return new OwnVariant(
                variant.id().value(),
                variant.sets().stream()
                        .flatMap(set -> model.table(Kind.PERMISSION_SET).find(set).stream())
                        .map(VariantViews::named)
                        .toList(),
                variant.exclusions().stream().map(Permission::toString).toList(),
                variant.owner().value(),
                model.people().find(variant.owner()).map(Person::name).orElse("nobody"),
                variant.reason());
    }

    private static SetService.RoleName named(PermissionSet set) {
        return new SetService.RoleName(set.id().value(), set.name());
    }

    /** How many tenants have a variant of the role. */
    static int count(Id<Role> role, Model model) {
        return model.table(Kind.ROLE_VARIANT).by(RoleVariant.BY_ROLE, role).size();
    }

    private static Set<Permission> without(Set<Permission> all, Collection<Permission> others) {
        Set<Permission> left = new HashSet<>(all);
        left.removeAll(others);
        return left;
    }
}

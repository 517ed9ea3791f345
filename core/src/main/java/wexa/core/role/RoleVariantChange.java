package wexa.core.role;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.App;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** Changes to how a role differs in one tenant. Whoever has the role there, or one that includes it, follows at once. */
sealed interface RoleVariantChange extends Change {
    Code VARIED_ALREADY = Code.block(
            "role-variant.already", "“{role}” has a variant in {tenant} already. Change that one, or end it first.");
    Code OTHER_APP = Code.block(
            "role-variant.other-application",
            "The permission set “{value}” is of another application than {tenant}. Choose one of {app}.");
    Code CHANGES_NOTHING = Code.block(
            "role-variant.changes-nothing",
            "“{role}” would grant the same in {tenant} as elsewhere. Add a permission set, or a permission to leave out.");

    /** The role differs in the tenant from now on. */
    record Make(RoleVariant variant) implements RoleVariantChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return Resolution.make(variant, check(variant, model));
        }

        @Override
        public Form form() {
            return RoleVariantForms.MAKE;
        }

        @Override
        public Values values() {
            return RoleVariantForms.values(variant);
        }
    }

    /** It differs otherwise. */
    record Edit(RoleVariant variant) implements RoleVariantChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.ROLE_VARIANT)
                    .find(variant.id())
                    .map(before -> Resolution.replace(before, variant, check(variant, model)))
                    .orElseGet(() -> Resolution.blocked(Finding.of(
                            Code.FACT_GONE, "role-variant", "id", variant.id().toString())));
        }

        @Override
        public Form form() {
            return RoleVariantForms.EDIT;
        }

        @Override
        public Values values() {
            return RoleVariantForms.values(variant).put(RoleVariantForms.VARIANT, variant);
        }
    }

    /** The role is in the tenant what it is elsewhere. */
    record End(RoleVariant variant) implements RoleVariantChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.ROLE_VARIANT)
                    .find(variant.id())
                    .map(Resolution::drop)
                    .orElseGet(Resolution::nothing);
        }

        @Override
        public Form form() {
            return RoleVariantForms.END;
        }

        @Override
        public Values values() {
            return new Values().put(RoleVariantForms.VARIANT, variant);
        }
    }

    private static List<Finding> check(RoleVariant variant, Model model) {
        List<Finding> findings = new ArrayList<>();
        Optional<Role> role = model.roles().find(variant.role());
        Optional<Tenant> tenant = model.tenants().find(variant.tenant());
        if (role.isEmpty()) {
            findings.add(References.unresolved("role", variant.role()));
        }
        if (tenant.isEmpty()) {
            findings.add(References.unresolved("tenant", variant.tenant()));
        }
        if (model.people().find(variant.owner()).isEmpty()) {
            findings.add(References.unresolved("owner", variant.owner()));
        }
        if (role.isEmpty() || tenant.isEmpty()) {
            return findings;
        }
        App app = model.appOf(tenant.get());
        for (Id<PermissionSet> set : variant.sets()) {
            Optional<PermissionSet> known = model.table(Kind.PERMISSION_SET).find(set);
            if (known.isEmpty()) {
                findings.add(References.unresolved("sets", set));
            } else if (!known.get().app().equals(app.id())) {
                findings.add(Finding.of(
                        OTHER_APP,
                        "sets",
                        "value",
                        known.get().name(),
                        "tenant",
                        model.title(tenant.get()),
                        "app",
                        app.name()));
            }
        }
        boolean isAnother = RoleVariant.of(variant.role(), variant.tenant(), model)
                .filter(other -> !other.id().equals(variant.id()))
                .isPresent();
        if (isAnother) {
            findings.add(
                    Finding.of(VARIED_ALREADY, "role", "role", role.get().name(), "tenant", model.title(tenant.get())));
        }
        if (findings.isEmpty()) {
            findings.addAll(contents(variant, role.get(), tenant.get(), app, model));
        }
        return findings;
    }

    private static List<Finding> contents(RoleVariant variant, Role role, Tenant tenant, App app, Model model) {
        List<Finding> findings = new ArrayList<>();
        RoleContents contents = new RoleContents(model, Optional.of(tenant.id()));
        Set<Permission> elsewhere = contents.withoutVariant(role).stream()
                .filter(permission -> permission.app().equals(app.key()))
                .collect(Collectors.toSet());
        Set<Permission> here = new HashSet<>(elsewhere);
        contents.vary(here, variant);
        Set<Permission> known = Set.copyOf(app.permissions());
        for (Permission left : variant.exclusions()) {
            if (!known.contains(left)) {
                findings.add(Finding.of(
                        PermissionSetChange.PERMISSION_UNKNOWN,
                        "exclusions",
                        "value",
                        left.toString(),
                        "app",
                        app.key().text()));
            } else if (!elsewhere.contains(left) && !isIn(variant.sets(), left, model)) {
                findings.add(Finding.of(
                        RoleChange.EXCLUDES_NOTHING,
                        "exclusions",
                        "value",
                        PermissionNames.of(left, model).toString()));
            }
        }
        if (findings.stream().noneMatch(Finding::blocks) && here.equals(elsewhere)) {
            findings.add(Finding.of(CHANGES_NOTHING, "sets", "role", role.name(), "tenant", model.title(tenant)));
        }
        Set<Id<Role>> below = new Lineage(model).below(role.id());
        model.table(Kind.CONFLICT_RULE).stream()
                .filter(rule -> rule.isMetBy(here, below, model) && !rule.isMetBy(elsewhere, below, model))
                .forEach(rule -> findings.add(Finding.of(
                        rule.manner() == ConflictRule.Manner.BLOCK
                                ? RoleChange.BOTH_SIDES_BLOCKED
                                : RoleChange.BOTH_SIDES,
                        "sets",
                        "rule",
                        rule.name())));
        return findings;
    }

    private static boolean isIn(List<Id<PermissionSet>> sets, Permission permission, Model model) {
        return sets.stream()
                .flatMap(set -> model.table(Kind.PERMISSION_SET).find(set).stream())
                .anyMatch(set -> set.permissions().contains(permission));
    }
}

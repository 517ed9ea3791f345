package wexa.core.role;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.value.Permission;

/** Changes to permission sets. A set names permissions that its application has, and no others. */
sealed interface PermissionSetChange extends Change {
    Code KEY_TAKEN = Code.block(
            "permission-set.key-taken",
            "The short name {value} belongs to the permission set “{holder}”. Use another short name.");
    Code PERMISSION_UNKNOWN =
            Code.block("permission.unknown", "“{value}” is not a permission of {app}. Choose one that it has.");
    Code PRESET = Code.block(
            "permission-set.preset",
            "“{value}” is offered by the application and is not changed here. Create a set of your own instead.");
    Code IN_USE = Code.block("permission-set.in-use", "“{value}” is part of {roles}. Remove it from there first.");

    /** A set that was not there before. */
    record Make(PermissionSet set) implements PermissionSetChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            List<Finding> findings = check(set, Optional.empty(), model);
            return model.table(Kind.PERMISSION_SET)
                    .find(set.id())
                    .map(known -> Resolution.replace(known, set, findings))
                    .orElseGet(() -> Resolution.make(set, findings));
        }

        @Override
        public Form form() {
            return PermissionSetForms.MAKE;
        }

        @Override
        public Values values() {
            return PermissionSetForms.values(set);
        }
    }

    /** The set as it should be from now on; every role that is made of it follows at once. */
    record Edit(PermissionSet set) implements PermissionSetChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.PERMISSION_SET)
                    .find(set.id())
                    .map(before -> before.isPreset()
                            ? Resolution.blocked(Finding.of(PRESET, "permission-set", "value", before.name()))
                            : Resolution.replace(before, set, check(set, Optional.of(before), model)))
                    .orElseGet(() -> Resolution.blocked(Finding.of(
                            Code.FACT_GONE, "permission-set", "id", set.id().toString())));
        }

        @Override
        public Form form() {
            return PermissionSetForms.EDIT;
        }

        @Override
        public Values values() {
            return PermissionSetForms.values(set).put(PermissionSetForms.SET, set.id());
        }
    }

    /** What the application offers; every role that is made of it follows at once. */
    record Offer(PermissionSet set) implements PermissionSetChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<PermissionSet> before = model.table(Kind.PERMISSION_SET).find(set.id());
            List<Finding> findings = check(set, before, model);
            return before.map(known -> Resolution.replace(known, set, findings))
                    .orElseGet(() -> Resolution.make(set, findings));
        }

        @Override
        public Form form() {
            return PermissionSetForms.OFFER;
        }

        @Override
        public Values values() {
            return PermissionSetForms.making(set);
        }
    }

    /** The application offers it no longer; it is the organisation's own from now on, and grants the same. */
    record Adopt(PermissionSet set) implements PermissionSetChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.PERMISSION_SET)
                    .find(set.id())
                    .map(before -> Resolution.replace(before, before.asPreset(false), List.of()))
                    .orElseGet(() -> Resolution.blocked(Finding.of(
                            Code.FACT_GONE, "permission-set", "id", set.id().toString())));
        }

        @Override
        public Form form() {
            return PermissionSetForms.ADOPT;
        }

        @Override
        public Values values() {
            return new Values().put(PermissionSetForms.SET, set.id());
        }
    }

    /** The set goes; it must be part of no role. */
    record Retire(PermissionSet set) implements PermissionSetChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<PermissionSet> before = model.table(Kind.PERMISSION_SET).find(set.id());
            if (before.isEmpty()) {
                return Resolution.nothing();
            }
            String roles = Stream.of(
                            model.roles().stream()
                                    .filter(role -> role.sets().contains(set.id()))
                                    .map(Role::name),
                            model.table(Kind.ROLE_VARIANT).stream()
                                    .filter(variant -> variant.sets().contains(set.id()))
                                    .flatMap(variant -> new RoleVariantRoom().title(variant, model).stream()),
                            model.table(Kind.CONFLICT_RULE).stream()
                                    .filter(rule -> rule.names(set.id()))
                                    .map(rule -> "the conflict rule “" + rule.name() + "”"))
                    .flatMap(names -> names)
                    .sorted()
                    .collect(Collectors.joining(", "));
            return roles.isEmpty()
                    ? Resolution.drop(before.get())
                    : Resolution.blocked(Finding.of(
                            IN_USE, "permission-set", "value", before.get().name(), "roles", roles));
        }

        @Override
        public Form form() {
            return PermissionSetForms.RETIRE;
        }

        @Override
        public Values values() {
            return new Values().put(PermissionSetForms.SET, set.id());
        }
    }

    private static List<Finding> check(PermissionSet set, Optional<PermissionSet> before, Model model) {
        List<Finding> findings = new ArrayList<>();
        Descriptions.check(set.name(), set.description(), before.map(PermissionSet::description))
                .ifPresent(findings::add);
        model.table(Kind.PERMISSION_SET).by(PermissionSet.BY_KEY, set.key()).stream()
                .filter(other -> !other.id().equals(set.id()))
                .findFirst()
                .ifPresent(holder -> findings.add(
                        Finding.of(KEY_TAKEN, "key", "value", set.key().text(), "holder", holder.name())));
        Optional<App> app = model.table(Kind.APP).find(set.app());
        if (app.isEmpty()) {
            findings.add(References.unresolved("app", set.app()));
            return findings;
        }
        List<Permission> known = app.get().permissions();
        set.permissions().stream()
                .filter(permission -> !known.contains(permission))
                .forEach(permission -> findings.add(Finding.of(
                        PERMISSION_UNKNOWN,
                        "permissions",
                        "value",
                        permission.toString(),
                        "app",
                        app.get().name())));
        return findings;
    }
}

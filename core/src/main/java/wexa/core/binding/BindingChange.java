package wexa.core.binding;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Lookalikes;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Area;
import wexa.core.model.Binding;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.model.Tenant;

/** Changes to how a role is written in a tenant. They give nobody anything that they do not hold here already. */
sealed interface BindingChange extends Change {
    Code NO_GROUPS = Code.block(
            "binding.no-groups", "{tenant} does not support groups, so no role can be provisioned there as one.");
    Code NO_VALUES = Code.block(
            "binding.no-values",
            "The users of {tenant} have no {attribute}, so no role can be provisioned there as one of their values. Choose another attribute, or provision the role as a group.");
    Code BOUND_ALREADY = Code.block(
            "binding.bound-already",
            "{role} is provisioned in {tenant} as “{group}” already. Rename that, or stop it first.");
    Code GROUP_TAKEN = Code.block(
            "binding.group-taken",
            "“{group}” in {tenant} stands for {role} already. Choose another group: each stands for one role only.");
    Code AREA_NOT_IN_TENANT = Code.block(
            "binding.area-not-in-tenant", "Area “{value}” does not belong to {tenant}. Choose one of its areas.");

    /** A role is written as a group; one that was left to the tenant is taken up again. */
    record Make(Binding binding) implements BindingChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            List<Finding> findings = check(binding, model);
            return model.table(Kind.BINDING)
                    .find(binding.id())
                    .map(known -> Resolution.replace(known, binding, findings))
                    .orElseGet(() -> Resolution.make(binding, findings));
        }

        @Override
        public Form form() {
            return binding.manner() == Binding.Manner.GROUP ? BindingForms.MAKE : BindingForms.VALUE;
        }

        @Override
        public Values values() {
            return BindingForms.values(binding);
        }
    }

    /** The group is called otherwise. */
    record Edit(Binding binding) implements BindingChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.BINDING)
                    .find(binding.id())
                    .map(before -> Resolution.replace(before, binding, check(binding, model)))
                    .orElseGet(() -> Resolution.blocked(Finding.of(
                            Code.FACT_GONE, "binding", "id", binding.id().toString())));
        }

        @Override
        public Form form() {
            return BindingForms.EDIT;
        }

        @Override
        public Values values() {
            return BindingForms.renaming(binding).put(BindingForms.BINDING, binding);
        }
    }

    /** The role is written no longer. A group that Wexa made goes; one that was there before stays as it is. */
    record End(Binding binding) implements BindingChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.BINDING)
                    .find(binding.id())
                    .filter(before -> !before.isReleased())
                    .map(before -> new Resolution(List.of(before.ended()), List.of()))
                    .orElseGet(Resolution::nothing);
        }

        @Override
        public Form form() {
            return BindingForms.END;
        }

        @Override
        public Values values() {
            return new Values().put(BindingForms.BINDING, binding);
        }

        @Override
        public Optional<String> remark() {
            return Optional.of(
                    binding.manner() != Binding.Manner.GROUP
                            ? "the value is taken from those who have the role"
                            : binding.found().isEmpty()
                                    ? "the group goes from the tenant"
                                    : "the group stays in the tenant, with the members that it has then");
        }
    }

    private static List<Finding> check(Binding binding, Model model) {
        List<Finding> findings = new ArrayList<>();
        if (model.roles().find(binding.role()).isEmpty()) {
            findings.add(References.unresolved("role", binding.role()));
        }
        Optional<Tenant> tenant = model.tenants().find(binding.tenant());
        if (tenant.isEmpty()) {
            findings.add(References.unresolved("tenant", binding.tenant()));
            return findings;
        }
        String title = model.title(tenant.get());
        if (!tenant.get().can(binding.manner().needed())) {
            findings.add(
                    binding.manner() == Binding.Manner.GROUP
                            ? Finding.of(NO_GROUPS, "tenant", "tenant", title)
                            : Finding.of(
                                    NO_VALUES, "tenant", "tenant", title, "attribute", attribute(binding.manner())));
        }
        binding.area().ifPresent(area -> {
            Optional<Area> known = model.table(Kind.AREA).find(area);
            if (known.isEmpty() || !known.get().tenant().equals(binding.tenant())) {
                findings.add(Finding.of(
                        AREA_NOT_IN_TENANT,
                        "area",
                        "value",
                        known.map(found -> found.key().text()).orElse(area.toString()),
                        "tenant",
                        title));
            }
        });
        for (Binding other : Binding.in(binding.tenant(), model)) {
            if (other.id().equals(binding.id())) {
                continue;
            }
            boolean isSamePlace =
                    other.role().equals(binding.role()) && other.area().equals(binding.area());
            boolean isSameName = other.manner() == binding.manner()
                    && Lookalikes.skeleton(other.name()).equals(Lookalikes.skeleton(binding.name()));
            boolean isSameGroup =
                    isSameName || (binding.found().isPresent() && other.found().equals(binding.found()));
            if (isSamePlace) {
                findings.add(Finding.of(
                        BOUND_ALREADY, "role", "role", name(other, model), "tenant", title, "group", other.name()));
            } else if (isSameGroup) {
                findings.add(Finding.of(
                        GROUP_TAKEN,
                        binding.manner() == Binding.Manner.GROUP ? "group" : "value",
                        "role",
                        name(other, model),
                        "tenant",
                        title,
                        "group",
                        other.name()));
            }
        }
        return findings;
    }

    /** As RFC 7643 4.1.2 calls it. */
    private static String attribute(Binding.Manner manner) {
        return manner == Binding.Manner.ROLE ? "roles" : "entitlements";
    }

    private static String name(Binding binding, Model model) {
        return model.roles().find(binding.role()).map(Role::name).orElse("another role");
    }
}

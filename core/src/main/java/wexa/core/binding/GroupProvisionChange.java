package wexa.core.binding;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Capability;
import wexa.core.model.Group;
import wexa.core.model.GroupProvision;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;

/** Changes to which groups are in which tenants for their own sake. They give nobody anything that Wexa knows of. */
sealed interface GroupProvisionChange extends Change {
    Code NO_GROUPS =
            Code.block("group-provision.no-groups", "{tenant} does not support groups. Choose a tenant that does.");
    Code ALREADY =
            Code.block("group-provision.already", "“{group}” is provisioned in {tenant} already. Remove this entry.");

    /** The group comes to the tenant with its members. */
    record Make(GroupProvision provision) implements GroupProvisionChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            List<Finding> findings = new ArrayList<>();
            Optional<Group> group = model.groups().find(provision.group());
            Optional<Tenant> tenant = model.tenants().find(provision.tenant());
            if (group.isEmpty()) {
                findings.add(References.unresolved("group", provision.group()));
            }
            if (tenant.isEmpty()) {
                findings.add(References.unresolved("tenant", provision.tenant()));
            } else if (!tenant.get().can(Capability.GROUPS)) {
                findings.add(Finding.of(NO_GROUPS, "tenant", "tenant", model.title(tenant.get())));
            } else if (GroupProvision.isOf(provision.group(), provision.tenant(), model)) {
                findings.add(Finding.of(
                        ALREADY,
                        "group",
                        "group",
                        group.map(Group::name).orElse(""),
                        "tenant",
                        model.title(tenant.get())));
            }
            return Resolution.make(provision, findings);
        }

        @Override
        public Form form() {
            return GroupProvisionForms.MAKE;
        }

        @Override
        public Values values() {
            return GroupProvisionForms.values(provision);
        }
    }

    /** The group goes from the tenant, unless a role is given to it there. */
    record End(GroupProvision provision) implements GroupProvisionChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.GROUP_PROVISION)
                    .find(provision.id())
                    .map(Resolution::drop)
                    .orElseGet(Resolution::nothing);
        }

        @Override
        public Form form() {
            return GroupProvisionForms.END;
        }

        @Override
        public Values values() {
            return new Values().put(GroupProvisionForms.PROVISION, provision);
        }

        @Override
        public Optional<String> remark() {
            return Optional.of("it goes from the tenant, unless a role is given to it there");
        }
    }
}

package wexa.core.binding;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Names;
import wexa.core.change.Reading;
import wexa.core.change.Reference;
import wexa.core.change.Values;
import wexa.core.model.Group;
import wexa.core.model.GroupProvision;
import wexa.core.model.Kind;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** How it is said that a group is to be in a tenant for its own sake, and that it is not any longer. */
final class GroupProvisionForms {
    private static final Field<Id<Group>> GROUP = Field.required("group", NamedTypes.GROUP, "Group");
    private static final Field<Id<Tenant>> TENANT = Field.required("tenant", NamedTypes.TENANT, "Tenant");

    static final Field<GroupProvision> PROVISION = Field.required(
            "group-provision",
            new Reference<>(
                    Kind.GROUP_PROVISION,
                    "a provisioned group, such as lagoon-keepers in pelagia/north",
                    List.of(new Reference.Wording("{group} in {tenant}", GROUP, TENANT)),
                    new Naming()),
            "Provisioned group");

    static final Form MAKE = Form.makes(Kind.GROUP_PROVISION, "make", "Provision a group in a tenant")
            .with(GROUP, TENANT)
            .says("provision group {group} in {tenant}")
            .reads(GroupProvisionForms::made);

    static final Form END = Form.ends(Kind.GROUP_PROVISION, "end", "Stop provisioning a group")
            .with(PROVISION)
            .says("stop provisioning group {group-provision}")
            .reads(in -> in.get(PROVISION).map(GroupProvisionChange.End::new));

    private GroupProvisionForms() {}

    static Values values(GroupProvision provision) {
        return new Values().put(GROUP, provision.group()).put(TENANT, provision.tenant());
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<GroupProvision>> id = in.newId();
        Optional<Id<Group>> group = in.get(GROUP);
        Optional<Id<Tenant>> tenant = in.get(TENANT);
        return id.isEmpty() || group.isEmpty() || tenant.isEmpty()
                ? Optional.empty()
                : Optional.of(new GroupProvisionChange.Make(new GroupProvision(id.get(), group.get(), tenant.get())));
    }

    private static final class Naming implements Reference.Naming<GroupProvision> {
        @Override
        public Values parts(GroupProvision provision, Names names) {
            return values(provision);
        }

        @Override
        public List<GroupProvision> candidates(Reading parts) {
            Optional<Id<Group>> group = parts.get(GROUP);
            Optional<Id<Tenant>> tenant = parts.get(TENANT);
            return group.isEmpty() || tenant.isEmpty()
                    ? List.of()
                    : parts.model().table(Kind.GROUP_PROVISION).by(GroupProvision.BY_GROUP, group.get()).stream()
                            .filter(one -> one.tenant().equals(tenant.get()))
                            .toList();
        }
    }
}

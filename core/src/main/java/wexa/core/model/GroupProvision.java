package wexa.core.model;

import wexa.core.value.Id;

/** That a tenant has a group with its members (RFC 7643 4.2), whether or not any role is given to it there. */
public record GroupProvision(Id<GroupProvision> id, Id<Group> group, Id<Tenant> tenant) implements Fact {
    public static final Lookup<GroupProvision, Id<Group>> BY_GROUP = Lookup.by(GroupProvision::group);
    public static final Lookup<GroupProvision, Id<Tenant>> BY_TENANT = Lookup.by(GroupProvision::tenant);

    /** Whether a group is to be in a tenant for its own sake. Costs the group's provisions. */
    public static boolean isOf(Id<Group> group, Id<Tenant> tenant, Model model) {
        return model.table(Kind.GROUP_PROVISION).by(BY_GROUP, group).stream()
                .anyMatch(provision -> provision.tenant().equals(tenant));
    }
}

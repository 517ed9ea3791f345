package wexa.core.model;

import wexa.core.value.Id;

/** One thing that the model holds to be so. Facts are values: a change replaces a fact by another with the same id. */
public sealed interface Fact
        permits Unit,
                Person,
                Engagement,
                Group,
                Membership,
                App,
                Tenant,
                Area,
                PermissionSet,
                Role,
                Account,
                Seat,
                Assignment,
                Mapping,
                IssuedName,
                ConflictRule,
                Home,
                Invitation,
                Binding,
                ConflictException,
                RoleVariant,
                GroupProvision,
                Absence,
                PersonField,
                ExceptedDifference {
    Id<? extends Fact> id();
}

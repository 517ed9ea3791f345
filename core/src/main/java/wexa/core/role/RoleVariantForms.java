package wexa.core.role;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Names;
import wexa.core.change.Reading;
import wexa.core.change.Reference;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Kind;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** How it is said that a role differs in one tenant, and that it does no longer. */
final class RoleVariantForms {
    private static final Field<Id<Role>> ROLE = Field.required("role", NamedTypes.ROLE, "Role");
    private static final Field<Id<Tenant>> TENANT = Field.required("tenant", NamedTypes.TENANT, "Tenant");
    private static final Field<List<Id<PermissionSet>>> SETS =
            Field.optional("sets", Types.listOf(NamedTypes.PERMISSION_SET), "Also grants");
    private static final Field<List<Permission>> EXCLUSIONS =
            Field.optional("exclusions", Types.listOf(Types.PERMISSION), "Exclusions");
    private static final Field<Id<Person>> OWNER = Field.required("owner", NamedTypes.PERSON, "Owner");
    private static final Field<String> BECAUSE = Field.required("because", Types.TEXT, "Reason");

    static final Field<RoleVariant> VARIANT = Field.required(
            "role-variant",
            new Reference<>(
                    Kind.ROLE_VARIANT,
                    "a variant, such as keeper in pelagia/north",
                    List.of(new Reference.Wording("{role} in {tenant}", ROLE, TENANT)),
                    new Naming()),
            "Variant");

    static final Form MAKE = Form.makes(Kind.ROLE_VARIANT, "make", "Vary a role in a tenant")
            .with(ROLE, TENANT, SETS, EXCLUSIONS, OWNER, BECAUSE)
            .says(
                    "vary role {role} in {tenant} owner {owner} because {because}[ adding {sets}][ excluding {exclusions}]")
            .reads(RoleVariantForms::made);

    static final Form EDIT = Form.changes(Kind.ROLE_VARIANT, "edit", "Change a role variant")
            .with(VARIANT, SETS, EXCLUSIONS, OWNER, BECAUSE)
            .says("change variant of {role-variant}[ owner {owner}][ because {because}][ adding {sets}]"
                    + "[ excluding {exclusions}]")
            .reads(in -> in.get(VARIANT).flatMap(before -> edited(before, in)));

    static final Form END = Form.ends(Kind.ROLE_VARIANT, "end", "End a role variant")
            .with(VARIANT)
            .says("end variant of {role-variant}")
            .reads(in -> in.get(VARIANT).map(RoleVariantChange.End::new));

    private RoleVariantForms() {}

    static Values values(RoleVariant variant) {
        return new Values()
                .put(ROLE, variant.role())
                .put(TENANT, variant.tenant())
                .putAll(SETS, variant.sets())
                .putAll(EXCLUSIONS, variant.exclusions())
                .put(OWNER, variant.owner())
                .putText(BECAUSE, variant.reason());
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<RoleVariant>> id = in.newId();
        Optional<Id<Role>> role = in.get(ROLE);
        Optional<Id<Tenant>> tenant = in.get(TENANT);
        List<Id<PermissionSet>> sets = in.several(SETS);
        Set<Permission> exclusions = Set.copyOf(in.several(EXCLUSIONS));
        Optional<Id<Person>> owner = in.get(OWNER);
        Optional<String> because = in.get(BECAUSE);
        return id.isEmpty() || role.isEmpty() || tenant.isEmpty() || owner.isEmpty() || because.isEmpty()
                ? Optional.empty()
                : Optional.of(new RoleVariantChange.Make(new RoleVariant(
                        id.get(), role.get(), tenant.get(), sets, exclusions, owner.get(), because.get())));
    }

    private static Optional<Change> edited(RoleVariant before, Reading in) {
        List<Id<PermissionSet>> sets = in.severalOrKept(SETS, before.sets());
        Set<Permission> exclusions = Set.copyOf(in.severalOrKept(EXCLUSIONS, List.copyOf(before.exclusions())));
        Optional<Id<Person>> owner = in.orKept(OWNER, Optional.of(before.owner()));
        String because = in.textOrKept(BECAUSE, before.reason());
        return owner.map(person -> new RoleVariantChange.Edit(
                new RoleVariant(before.id(), before.role(), before.tenant(), sets, exclusions, person, because)));
    }

    private static final class Naming implements Reference.Naming<RoleVariant> {
        @Override
        public Values parts(RoleVariant variant, Names names) {
            return new Values().put(ROLE, variant.role()).put(TENANT, variant.tenant());
        }

        @Override
        public List<RoleVariant> candidates(Reading parts) {
            Optional<Id<Role>> role = parts.get(ROLE);
            Optional<Id<Tenant>> tenant = parts.get(TENANT);
            return role.isEmpty() || tenant.isEmpty()
                    ? List.of()
                    : RoleVariant.of(role.get(), tenant.get(), parts.model()).stream()
                            .toList();
        }
    }
}

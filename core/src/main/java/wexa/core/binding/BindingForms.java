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
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Area;
import wexa.core.model.Binding;
import wexa.core.model.Kind;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** How it is said, changed and ended as which group of a tenant, or as which value of its users, a role is written. */
final class BindingForms {
    /** The attributes whose values can stand for a role (RFC 7643 4.1.2). */
    private enum Attribute {
        ROLES(Binding.Manner.ROLE),
        ENTITLEMENTS(Binding.Manner.ENTITLEMENT);

        private final Binding.Manner manner;

        Attribute(Binding.Manner manner) {
            this.manner = manner;
        }

        static Attribute of(Binding.Manner manner) {
            return manner == Binding.Manner.ROLE ? ROLES : ENTITLEMENTS;
        }
    }

    private static final Field<Id<Role>> ROLE = Field.required("role", NamedTypes.ROLE, "Role");
    private static final Field<Id<Tenant>> TENANT = Field.required("tenant", NamedTypes.TENANT, "Tenant");
    private static final Field<Id<Area>> AREA = Field.optional("area", NamedTypes.AREA, "Area");
    private static final Field<String> GROUP = Field.required("group", Types.TEXT, "Name in the tenant");
    private static final Field<Attribute> ATTRIBUTE =
            Field.required("attribute", Types.choice("an attribute of users", Attribute.class), "Attribute");
    private static final Field<String> VALUE_NAME = Field.required("value", Types.TEXT, "Value");
    /** The tenant's own id of a group that is there already. */
    private static final Field<String> FOUND = Field.optional("found", Types.WORD, "ID of the existing group");

    static final Field<Binding> BINDING = Field.required(
            "binding",
            new Reference<>(
                    Kind.BINDING,
                    "a binding, such as keeper in pelagia/north",
                    List.of(new Reference.Wording("{role} in {tenant}[ at {area}]", ROLE, TENANT, AREA)),
                    new Naming()),
            "Binding");

    static final Form MAKE = Form.makes(Kind.BINDING, "make", "Provision a role as a tenant group")
            .orReopens(BindingForms::released)
            .with(ROLE, TENANT, AREA, GROUP, FOUND)
            .says("bind role {role} in {tenant} to group {group}[ at {area}][ found {found}]")
            .reads(BindingForms::made);

    static final Form VALUE = Form.makes(Kind.BINDING, "value", "Provision a role as a value")
            .with(ROLE, TENANT, AREA, ATTRIBUTE, VALUE_NAME)
            .says("bind value {value} of {attribute} in {tenant} to role {role}[ at {area}]")
            .reads(BindingForms::valued);

    static final Form EDIT = Form.changes(Kind.BINDING, "edit", "Rename the group or value of a role")
            .with(BINDING, GROUP)
            .says("change binding of {binding}[ group {group}]")
            .reads(in -> in.get(BINDING).map(before -> edited(before, in)));

    static final Form END = Form.ends(Kind.BINDING, "end", "Stop provisioning a role")
            .with(BINDING)
            .says("unbind role {binding}")
            .reads(in -> in.get(BINDING).map(BindingChange.End::new));

    private BindingForms() {}

    static Values values(Binding binding) {
        Values values = new Values()
                .put(ROLE, binding.role())
                .put(TENANT, binding.tenant())
                .put(AREA, binding.area());
        return binding.manner() == Binding.Manner.GROUP
                ? values.put(GROUP, binding.name()).put(FOUND, binding.found())
                : values.put(ATTRIBUTE, Attribute.of(binding.manner())).put(VALUE_NAME, binding.name());
    }

    /** What the form holds that says another name, be it a group's or a value's. */
    static Values renaming(Binding binding) {
        return new Values().put(GROUP, binding.name());
    }

    /** A group that was left to the tenant is known by the id that it had here. */
    private static Optional<Id<Binding>> released(Reading in) {
        Optional<String> found = in.get(FOUND);
        return found.flatMap(known -> in.get(TENANT)
                .flatMap(tenant -> in.model().table(Kind.BINDING).by(Binding.BY_TENANT, tenant).stream()
                        .filter(binding ->
                                binding.isReleased() && binding.found().equals(Optional.of(known)))
                        .findFirst()
                        .map(Binding::id)));
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<Binding>> id = in.newId();
        Optional<Id<Role>> role = in.get(ROLE);
        Optional<Id<Tenant>> tenant = in.get(TENANT);
        Optional<Id<Area>> area = area(tenant, in);
        Optional<String> group = in.get(GROUP);
        Optional<String> found = in.get(FOUND);
        if (id.isEmpty() || role.isEmpty() || tenant.isEmpty() || group.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new BindingChange.Make(new Binding(
                id.get(), role.get(), tenant.get(), area, Binding.Manner.GROUP, group.get(), found, false)));
    }

    private static Optional<Change> valued(Reading in) {
        Optional<Id<Binding>> id = in.newId();
        Optional<Id<Role>> role = in.get(ROLE);
        Optional<Id<Tenant>> tenant = in.get(TENANT);
        Optional<Id<Area>> area = area(tenant, in);
        Optional<Attribute> attribute = in.get(ATTRIBUTE);
        Optional<String> value = in.get(VALUE_NAME);
        return id.isEmpty() || role.isEmpty() || tenant.isEmpty() || attribute.isEmpty() || value.isEmpty()
                ? Optional.empty()
                : Optional.of(new BindingChange.Make(new Binding(
                        id.get(),
                        role.get(),
                        tenant.get(),
                        area,
                        attribute.get().manner,
                        value.get(),
                        Optional.empty(),
                        false)));
    }

    /** Without a tenant there are no areas to choose from, and it is the tenant that is reported. */
    private static Optional<Id<Area>> area(Optional<Id<Tenant>> tenant, Reading in) {
        in.within(tenant);
        return tenant.isEmpty() ? Optional.empty() : in.get(AREA);
    }

    private static Change edited(Binding before, Reading in) {
        return new BindingChange.Edit(new Binding(
                before.id(),
                before.role(),
                before.tenant(),
                before.area(),
                before.manner(),
                in.textOrKept(GROUP, before.name()),
                before.found(),
                before.isReleased()));
    }

    private static final class Naming implements Reference.Naming<Binding> {
        @Override
        public Values parts(Binding binding, Names names) {
            return new Values()
                    .put(ROLE, binding.role())
                    .put(TENANT, binding.tenant())
                    .put(AREA, binding.area());
        }

        @Override
        public List<Binding> candidates(Reading parts) {
            Optional<Id<Role>> role = parts.get(ROLE);
            Optional<Id<Tenant>> tenant = parts.get(TENANT);
            Optional<Id<Area>> area = area(tenant, parts);
            return role.isEmpty() || tenant.isEmpty() || area.isPresent() != parts.has(AREA)
                    ? List.of()
                    : parts.model().table(Kind.BINDING).by(Binding.BY_ROLE, role.get()).stream()
                            .filter(one -> one.tenant().equals(tenant.get())
                                    && one.area().equals(area)
                                    && !one.isReleased())
                            .toList();
        }
    }
}

package wexa.core.role;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.room.Subjects;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** How a role differs in one tenant. */
public final class RoleVariantRoom implements Room<RoleVariant> {
    @Override
    public Kind<RoleVariant> kind() {
        return Kind.ROLE_VARIANT;
    }

    @Override
    public List<Window> windows(RoleVariant variant, Model model) {
        return List.of();
    }

    @Override
    public void marks(RoleVariant variant, Model model, Marks to) {
        if (model.roles().find(variant.role()).isPresent()) {
            to.holders(variant.role(), variant.tenant());
        }
        to.history(variant.role());
        to.history(variant.tenant());
    }

    /** The tenant, and everybody who has the role there, also by one that includes it. */
    @Override
    public void scope(RoleVariant variant, Model model, Scopes to) {
        to.tenant(variant.tenant());
        for (Id<Role> role : new Lineage(model).above(variant.role())) {
            Subjects.given(role, variant.tenant(), model).forEach(to::subject);
        }
    }

    @Override
    public List<Form> forms() {
        return List.of(RoleVariantForms.MAKE, RoleVariantForms.EDIT, RoleVariantForms.END);
    }

    @Override
    public Values values(RoleVariant variant) {
        return RoleVariantForms.values(variant);
    }

    @Override
    public Optional<String> title(RoleVariant variant, Model model) {
        return model.roles()
                .find(variant.role())
                .flatMap(role -> model.tenants()
                        .find(variant.tenant())
                        .map(tenant -> role.name() + " in " + model.title(tenant)));
    }
}

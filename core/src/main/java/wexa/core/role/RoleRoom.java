package wexa.core.role;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** A role. It is for those who reach everything to change, since it gives the same wherever it is given. */
public final class RoleRoom implements Room<Role> {
    @Override
    public Kind<Role> kind() {
        return Kind.ROLE;
    }

    @Override
    public List<Window> windows(Role role, Model model) {
        return List.of();
    }

    @Override
    public void marks(Role role, Model model, Marks to) {
        to.holders(role.id());
    }

    @Override
    public List<Form> forms() {
        return List.of(RoleForms.MAKE, RoleForms.EDIT, RoleForms.RETIRE);
    }

    @Override
    public Values values(Role role) {
        return RoleForms.values(role);
    }

    /** The same again, so that what referred to it does. */
    @Override
    public Optional<WayBack> remaking(Role gone) {
        return Optional.of(new WayBack(RoleForms.MAKE, RoleForms.making(gone), WayBack.Identity.SAME));
    }

    @Override
    public Optional<String> title(Role role, Model model) {
        return Optional.of(role.name());
    }
}

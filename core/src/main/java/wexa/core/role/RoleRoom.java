package wexa.core.role;

import java.util.List;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.model.Window;
import wexa.core.room.Marks;
import wexa.core.room.Room;

/** A role. */
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
}

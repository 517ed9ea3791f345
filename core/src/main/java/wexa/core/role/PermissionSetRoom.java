package wexa.core.role;

import java.util.List;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.Window;
import wexa.core.room.Marks;
import wexa.core.room.Room;

/** A set of permissions touches those who have a role that is made of it. */
public final class PermissionSetRoom implements Room<PermissionSet> {
    @Override
    public Kind<PermissionSet> kind() {
        return Kind.PERMISSION_SET;
    }

    @Override
    public List<Window> windows(PermissionSet permissionSet, Model model) {
        return List.of();
    }

    @Override
    public void marks(PermissionSet permissionSet, Model model, Marks to) {
        for (Role role : model.roles().stream().toList()) {
            if (role.sets().contains(permissionSet.id())) {
                to.holders(role.id());
                to.history(role.id());
            }
        }
    }
}

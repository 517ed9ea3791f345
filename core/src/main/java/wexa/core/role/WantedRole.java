package wexa.core.role;

import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.model.Role;

/** The role that a change of roles asks for. */
public final class WantedRole {
    private WantedRole() {}

    /** Whether or not it may be so; empty for other changes. */
    public static Optional<Role> of(Change change) {
        return switch (change) {
            case RoleChange.Make make -> Optional.of(make.role());
            case RoleChange.Edit edit -> Optional.of(edit.role());
            default -> Optional.empty();
        };
    }
}

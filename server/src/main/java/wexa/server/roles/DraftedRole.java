package wexa.server.roles;

import java.util.Optional;
import wexa.core.model.Role;
import wexa.core.preview.Preview;
import wexa.core.role.WantedRole;
import wexa.core.value.Id;

/** Finds in a draft what it does to a role. */
final class DraftedRole {
    private DraftedRole() {}

    /** The last entry that makes or changes the role, whether or not it can be applied. */
    static Optional<Preview.Outcome> outcome(Preview preview, Id<Role> role) {
        return preview.outcomes().stream()
                .filter(outcome -> outcome.change()
                        .flatMap(WantedRole::of)
                        .filter(wanted -> wanted.id().equals(role))
                        .isPresent())
                .reduce((earlier, later) -> later);
    }
}

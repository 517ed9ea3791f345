package wexa.server.administrators;

import java.util.UUID;
import org.springframework.stereotype.Component;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.rights.Guard;
import wexa.server.rights.Over;
import wexa.server.snapshot.SnapshotStore;

/**
 * Another administrator is changed by those who may do, and reach, all that they do: who could set the password of somebody
 * mightier could sign in as them (rule 18).
 */
@Component
class AdministratorGuard implements Guard {
    private final Administrators administrators;
    private final SnapshotStore snapshots;

    AdministratorGuard(Administrators administrators, SnapshotStore snapshots) {
        this.administrators = administrators;
        this.snapshots = snapshots;
    }

    @Override
    public Over over() {
        return Over.ADMINISTRATOR;
    }

    @Override
    public void require(Actor actor, Object thing) {
        administrators
                .find((UUID) thing)
                .filter(known -> !known.id().equals(actor.id()))
                .filter(known -> !known.acts().stream().allMatch(actor::may)
                        || !actor.reach()
                                .contains(known.reach(), snapshots.current().model()))
                .ifPresent(known -> {
                    throw new Problem(
                            403,
                            "out-of-reach",
                            known.name() + " has more rights or a wider scope than you."
                                    + " Ask an administrator who has the same.");
                });
    }
}

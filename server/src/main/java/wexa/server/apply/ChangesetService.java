package wexa.server.apply;

import java.util.List;
import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.administrators.UseCases;
import wexa.server.snapshot.Applied;
import wexa.server.snapshot.SnapshotStore;

/** Looking at what was applied. */
@UseCases
public class ChangesetService {
    private final SnapshotStore snapshots;

    ChangesetService(SnapshotStore snapshots) {
        this.snapshots = snapshots;
    }

    public List<Applied> list(Actor actor, long before, int limit) {
        actor.require(Act.LOOK);
        return snapshots.applied(before, limit);
    }
}

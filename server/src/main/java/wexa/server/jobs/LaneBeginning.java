package wexa.server.jobs;

import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import wexa.core.model.Tenant;
import wexa.server.snapshot.SnapshotStore;

/** Wakes every tenant's lane when the server starts: a process that died after a commit may have woken none. */
@Component
@Order(10)
class LaneBeginning implements ApplicationRunner {
    private final SnapshotStore snapshots;
    private final Lanes.Waker waker;

    LaneBeginning(SnapshotStore snapshots, Lanes.Waker waker) {
        this.snapshots = snapshots;
        this.waker = waker;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        waker.wake(
                snapshots.current().model().tenants().stream().map(Tenant::id).toList());
    }
}

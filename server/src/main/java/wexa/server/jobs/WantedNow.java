package wexa.server.jobs;

import java.util.Optional;
import org.springframework.stereotype.Component;
import wexa.connect.scim.Links;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.Plan;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** What a step that was planned earlier comes to at this moment: what was decided after it was planned counts. */
@Component
class WantedNow {
    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    WantedNow(SnapshotStore snapshots, BusinessClock clock) {
        this.snapshots = snapshots;
        this.clock = clock;
    }

    /** Empty where nothing is left to do. */
    Optional<Step> of(Step planned, Id<Tenant> tenant, Optional<Seen> seen, Links known) {
        Snapshot snapshot = snapshots.current();
        Optional<TenantObject> like = planned.target().or(() -> seen.map(Seen::state));
        Optional<TenantObject> desired = snapshot.model()
                .tenants()
                .find(tenant)
                .flatMap(one -> new DesiredState(snapshot.model(), snapshot.index(), one, clock.now())
                        .find(planned.object(), like));
        return Plan.now(planned, desired, seen)
                .map(step -> step.without(member -> known.remoteId(member).isEmpty() && !isNamed(planned, member)));
    }

    /** Who joined the group after the step was planned, and is not in the tenant yet, comes by a step of their own. */
    private static boolean isNamed(Step planned, String member) {
        return planned.named().contains(member);
    }
}

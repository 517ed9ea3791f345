package wexa.core.consistency;

import java.time.Instant;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;

/** The objects of a tenant whose desired state differs between two snapshots: all that a changeset's job may carry. */
public final class Touched {
    private Touched() {}

    /** Looks only at what concerns those whom the changeset concerns; costs what that is. */
    public static Set<ObjectKey> between(
            Snapshot before, Snapshot after, Tenant tenant, Instant at, Concerned concerned) {
        DesiredState was = new DesiredState(before.model(), before.index(), tenant, at);
        DesiredState is = new DesiredState(after.model(), after.index(), tenant, at);
        Map<ObjectKey, TenantObject> wasConcerned = was.about(concerned);
        Map<ObjectKey, TenantObject> isConcerned = is.about(concerned);
        Set<ObjectKey> differing = differing(wasConcerned, isConcerned);
        boolean sharedOnOneSide = differing.stream()
                .anyMatch(key -> isShared(key) && wasConcerned.containsKey(key) != isConcerned.containsKey(key));
        if (sharedOnOneSide) {
            // a role or a group that somebody else has, too, was there before and stays after
            Map<ObjectKey, TenantObject> wasAll = was.all();
            Map<ObjectKey, TenantObject> isAll = is.all();
            differing.removeIf(key -> isShared(key) && Objects.equals(wasAll.get(key), isAll.get(key)));
        }
        return differing;
    }

    private static boolean isShared(ObjectKey key) {
        return key.type() == ObjectKey.Type.ROLE || key.type() == ObjectKey.Type.GROUP;
    }

    /** What becomes due in a tenant by the passing of time alone. */
    public static Set<ObjectKey> betweenInstants(Snapshot snapshot, Tenant tenant, Instant earlier, Instant later) {
        return differing(
                new DesiredState(snapshot.model(), snapshot.index(), tenant, earlier).all(),
                new DesiredState(snapshot.model(), snapshot.index(), tenant, later).all());
    }

    private static Set<ObjectKey> differing(Map<ObjectKey, TenantObject> before, Map<ObjectKey, TenantObject> after) {
        Set<ObjectKey> keys = new TreeSet<>(before.keySet());
        keys.addAll(after.keySet());
        keys.removeIf(key -> Objects.equals(before.get(key), after.get(key)));
        return keys;
    }
}

package wexa.core.consistency;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;

/** The objects of a tenant whose desired state differs between two snapshots: all that a changeset's job may carry. */
public final class Touched {
    private Touched() {}

    /** Looks only at what concerns those whom the changeset concerns; costs what that is. */
    public static Map<ObjectKey, Fields> between(
            Snapshot before, Snapshot after, Tenant tenant, Instant at, Concerned concerned) {
        DesiredState was = new DesiredState(before.model(), before.index(), tenant, at);
        DesiredState is = new DesiredState(after.model(), after.index(), tenant, at);
        Map<ObjectKey, TenantObject> wasConcerned = was.about(concerned);
        Map<ObjectKey, TenantObject> isConcerned = is.about(concerned);
        Map<ObjectKey, Fields> differing = differing(wasConcerned, isConcerned);
        // a role or a group that somebody else has, too, was there before and stays after
        List<ObjectKey> onOneSide = differing.keySet().stream()
                .filter(key -> isShared(key) && wasConcerned.containsKey(key) != isConcerned.containsKey(key))
                .toList();
        for (ObjectKey key : onOneSide) {
            Fields fields = Fields.between(was.find(key, Optional.empty()), is.find(key, Optional.empty()));
            if (fields.isEmpty()) {
                differing.remove(key);
            } else {
                differing.put(key, fields);
            }
        }
        return differing;
    }

    private static boolean isShared(ObjectKey key) {
        return key.type() == ObjectKey.Type.ROLE || key.type() == ObjectKey.Type.GROUP;
    }

    /** What becomes due in a tenant by the passing of time alone. */
    public static Map<ObjectKey, Fields> betweenInstants(
            Snapshot snapshot, Tenant tenant, Instant earlier, Instant later) {
        return differing(
                new DesiredState(snapshot.model(), snapshot.index(), tenant, earlier).all(),
                new DesiredState(snapshot.model(), snapshot.index(), tenant, later).all());
    }

    private static Map<ObjectKey, Fields> differing(
            Map<ObjectKey, TenantObject> before, Map<ObjectKey, TenantObject> after) {
        Set<ObjectKey> keys = new TreeSet<>(before.keySet());
        keys.addAll(after.keySet());
        SortedMap<ObjectKey, Fields> differing = new TreeMap<>();
        for (ObjectKey key : keys) {
            Fields fields = Fields.between(Optional.ofNullable(before.get(key)), Optional.ofNullable(after.get(key)));
            if (!fields.isEmpty()) {
                differing.put(key, fields);
            }
        }
        return differing;
    }
}

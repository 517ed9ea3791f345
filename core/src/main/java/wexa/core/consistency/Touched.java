package wexa.core.consistency;

import java.time.Instant;
import java.util.Collection;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.model.Id;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;

/** The objects of a tenant whose desired state differs between two snapshots: all that a changeset's job may carry. */
public final class Touched {
    private Touched() {}

    /** Looks only at what concerns the given people. */
    public static Set<ObjectKey> between(
            Snapshot before, Snapshot after, Tenant tenant, Instant at, Collection<Id<Person>> people) {
        return differing(
                new DesiredState(before.model(), before.index(), tenant, at).about(people),
                new DesiredState(after.model(), after.index(), tenant, at).about(people));
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

package wexa.core.consistency;

import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;

/**
 * The objects of a tenant whose desired state differs between two snapshots, and those that show what was asked for and is
 * already so: all that a changeset's job may carry.
 *
 * @param fields what differs of each object
 * @param desired what should be, of these objects and of others about the same people; of groups those that are needed
 *     to say whom a step reaches
 */
public record ChangedObjects(
        Tenant tenant, SortedMap<ObjectKey, Fields> fields, SortedMap<ObjectKey, TenantObject> desired) {
    public ChangedObjects {
        fields = Collections.unmodifiableSortedMap(fields);
        desired = Collections.unmodifiableSortedMap(desired);
    }

    /** Looks only at what concerns those whom the changeset concerns; costs what that is. */
    public static ChangedObjects between(
            Snapshot before, Snapshot after, Tenant tenant, Instant at, AffectedSubjects concerned) {
        // a tenant that is new was wanted to hold nothing
        Optional<DesiredState> was = before.model()
                .tenants()
                .find(tenant.id())
                .map(known -> new DesiredState(before.model(), before.index(), tenant, at));
        DesiredState is = new DesiredState(after.model(), after.index(), tenant, at);
        SortedMap<ObjectKey, TenantObject> wasConcerned =
                was.map(state -> state.about(concerned)).orElseGet(TreeMap::new);
        SortedMap<ObjectKey, TenantObject> isConcerned = is.about(concerned);
        SortedMap<ObjectKey, Fields> differing = differing(wasConcerned, isConcerned);
        // a role or a group that somebody else has, too, was there before and stays after
        List<ObjectKey> onOneSide = differing.keySet().stream()
                .filter(key -> isShared(key) && wasConcerned.containsKey(key) != isConcerned.containsKey(key))
                .toList();
        for (ObjectKey key : onOneSide) {
            Fields fields = Fields.between(
                    was.flatMap(state -> state.find(key, Optional.empty())), is.find(key, Optional.empty()));
            if (fields.isEmpty()) {
                differing.remove(key);
            } else {
                differing.put(key, fields);
            }
        }
        differing.keySet().removeIf(key -> DesiredState.isReleased(key, after.model()));
        differing.replaceAll((key, fields) -> fields.isWhole() && DesiredState.isFound(key, after.model())
                // a group that was there before keeps whom others put into it
                ? is.find(key, Optional.empty()).map(Fields::members).orElse(fields)
                : fields);
        return new ChangedObjects(tenant, differing, withWholeGroups(isConcerned, differing, is));
    }

    /**
     * The groups that steps may be about, or through whose members they reach somebody, with all their members; without the
     * others.
     */
    private static SortedMap<ObjectKey, TenantObject> withWholeGroups(
            SortedMap<ObjectKey, TenantObject> concerned, Map<ObjectKey, Fields> differing, DesiredState desired) {
        Set<ObjectKey> needed = new TreeSet<>(differing.keySet());
        concerned.forEach((key, state) -> {
            if (state instanceof TenantObject.AssignmentState assignment
                    && (differing.containsKey(key) || differing.containsKey(ObjectKey.parse(assignment.role())))) {
                needed.add(ObjectKey.parse(assignment.subject()));
            }
        });
        SortedMap<ObjectKey, TenantObject> whole = new TreeMap<>(concerned);
        whole.keySet().removeIf(key -> key.type() == ObjectKey.Type.GROUP);
        for (ObjectKey key : needed) {
            if (key.type() == ObjectKey.Type.GROUP) {
                desired.find(key, Optional.empty()).ifPresent(state -> whole.put(key, state));
            }
        }
        return whole;
    }

    private static boolean isShared(ObjectKey key) {
        return key.type() == ObjectKey.Type.ROLE || key.type() == ObjectKey.Type.GROUP;
    }

    /** What becomes due in a tenant by the passing of time alone. */
    public static ChangedObjects betweenInstants(Snapshot snapshot, Tenant tenant, Instant earlier, Instant later) {
        SortedMap<ObjectKey, TenantObject> desired =
                new DesiredState(snapshot.model(), snapshot.index(), tenant, later).all();
        SortedMap<ObjectKey, TenantObject> was =
                new DesiredState(snapshot.model(), snapshot.index(), tenant, earlier).all();
        return new ChangedObjects(tenant, differing(was, desired), desired);
    }

    private static SortedMap<ObjectKey, Fields> differing(
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

    /** All that is in either. */
    ChangedObjects and(ChangedObjects other) {
        SortedMap<ObjectKey, Fields> both = new TreeMap<>(fields);
        other.fields.forEach((key, some) -> both.merge(key, some, Fields::and));
        SortedMap<ObjectKey, TenantObject> all = new TreeMap<>(other.desired);
        all.putAll(desired);
        return new ChangedObjects(tenant, both, all);
    }

    public boolean isEmpty() {
        return fields.isEmpty();
    }

    /** The same about some of the fields only. */
    public ChangedObjects of(SortedMap<ObjectKey, Fields> some) {
        return new ChangedObjects(tenant, some, desired);
    }
}

package wexa.core.consistency;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;

/**
 * Makes a tenant what it should be where it differs: what is missing is made, what is too much is taken away, what is otherwise
 * is set. What has to be there for it and is missing goes with it: the role and whoever has it, and members of a group. Costs the tenant's desired state.
 */
public final class Corrections {
    private Corrections() {}

    /**
     * The work of correcting some differences.
     *
     * @param all every difference of the tenant
     * @param chosen the objects that are to be corrected; those that do not differ are passed by
     */
    public static ChangedObjects of(
            Snapshot snapshot, Tenant tenant, Collection<Difference> all, Set<ObjectKey> chosen, Instant at) {
        SortedMap<ObjectKey, TenantObject> desired =
                new DesiredState(snapshot.model(), snapshot.index(), tenant, at).all();
        Map<ObjectKey, Difference> differing = new HashMap<>();
        all.forEach(one -> differing.put(one.object(), one));
        SortedMap<ObjectKey, Fields> fields = new TreeMap<>();
        Deque<ObjectKey> open = new ArrayDeque<>(chosen);
        while (!open.isEmpty()) {
            ObjectKey key = open.pop();
            Difference difference = differing.get(key);
            if (difference == null || fields.containsKey(key) || DesiredState.isReleased(key, snapshot.model())) {
                continue;
            }
            fields.put(key, fields(difference, snapshot));
            difference
                    .desired()
                    .ifPresent(wanted -> needed(wanted).stream()
                            .map(ObjectKey::parse)
                            .map(differing::get)
                            .filter(one -> one != null && one.kind() == Difference.Kind.MISSING)
                            .forEach(one -> open.push(one.object())));
        }
        return new ChangedObjects(tenant, fields, desired);
    }

    /** What has to be there before: who has a role and the role itself, and the members of a group. */
    private static Set<String> needed(TenantObject wanted) {
        return switch (wanted) {
            case AssignmentState assignment -> Set.of(assignment.subject(), assignment.role());
            case GroupState group -> group.members();
            default -> Set.of();
        };
    }

    /** A group that was there before keeps whom others put into it; one that is gone is made anew. */
    private static Fields fields(Difference difference, Snapshot snapshot) {
        if (difference.kind() != Difference.Kind.DIFFERS) {
            return Fields.WHOLE;
        }
        return DesiredState.isFound(difference.object(), snapshot.model())
                ? difference.desired().map(Fields::members).orElse(Fields.NONE)
                : Fields.between(difference.observed(), difference.desired());
    }
}

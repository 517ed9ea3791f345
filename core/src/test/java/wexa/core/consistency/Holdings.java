package wexa.core.consistency;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;

/** What tenants hold in tests, looked at and changed in the plainest way. */
final class Holdings {
    static final Observation NOTHING = new Observation(new TreeMap<>(), List.of());

    private Holdings() {}

    /** The same with one object read anew, or found gone. */
    static Observation with(Observation before, ObjectKey key, Optional<Seen> seen) {
        SortedMap<ObjectKey, Seen> objects = new TreeMap<>(before.objects());
        objects.remove(key);
        seen.ifPresent(present -> objects.put(key, present));
        return new Observation(objects, before.strangers());
    }

    /** How every object of either side stands. */
    static List<Difference> differences(Map<ObjectKey, TenantObject> desired, Observation observed) {
        SortedSet<ObjectKey> keys = new TreeSet<>(desired.keySet());
        keys.addAll(observed.objects().keySet());
        List<Difference> differences = new ArrayList<>();
        for (ObjectKey key : keys) {
            Difference.of(
                            key,
                            Optional.ofNullable(desired.get(key)),
                            observed.find(key).map(Seen::state))
                    .ifPresent(differences::add);
        }
        return differences;
    }

    /** The assignments that reach an account: its own, and those of groups that name it. */
    static List<AssignmentState> given(Observation observed, ObjectKey account) {
        List<AssignmentState> given = new ArrayList<>();
        observed.objects().values().forEach(seen -> {
            if (seen.state() instanceof AssignmentState assignment && isFor(observed, assignment.subject(), account)) {
                given.add(assignment);
            }
        });
        return given;
    }

    private static boolean isFor(Observation observed, String subject, ObjectKey account) {
        return subject.equals(account.toString())
                || ObjectKey.read(subject)
                        .flatMap(observed::find)
                        .filter(seen -> seen.state() instanceof GroupState group
                                && group.members().contains(account.toString()))
                        .isPresent();
    }
}

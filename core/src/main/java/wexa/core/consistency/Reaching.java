package wexa.core.consistency;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;

/** Which accounts the steps of a plan reach. */
public final class Reaching {
    private final SortedMap<ObjectKey, TenantObject> desired;
    private final Observed seen;
    private final Map<String, Set<String>> found = new HashMap<>();

    private Reaching(SortedMap<ObjectKey, TenantObject> desired, Observed seen) {
        this.desired = desired;
        this.seen = seen;
    }

    /**
     * For the key of each account, the keys of the objects by which a plan changes what it can do: the account itself, its
     * groups, its assignments and their roles. Costs the members of the groups in question.
     */
    public static Map<String, Set<String>> of(Plan plan, SortedMap<ObjectKey, TenantObject> desired, Observed seen) {
        Reaching reaching = new Reaching(desired, seen);
        Set<String> roles = new TreeSet<>();
        for (Step step : plan.steps()) {
            ObjectKey key = step.object();
            switch (key.type()) {
                case ACCOUNT -> reaching.add(List.of(key.toString()), key);
                case ROLE -> roles.add(key.toString());
                case GROUP, ASSIGNMENT -> {
                    reaching.states(key).forEach(state -> reaching.add(reaching.accounts(state), key));
                }
            }
        }
        desired.forEach((key, state) -> {
            if (state instanceof AssignmentState assignment && roles.contains(assignment.role())) {
                reaching.add(reaching.accounts(assignment), ObjectKey.parse(assignment.role()));
            }
        });
        return reaching.found;
    }

    /** The object as it should be, and as it was read. */
    private List<TenantObject> states(ObjectKey key) {
        return Stream.concat(
                        Optional.ofNullable(desired.get(key)).stream(),
                        seen.find(key).map(Observation.Seen::state).stream())
                .toList();
    }

    private Collection<String> accounts(TenantObject state) {
        if (state instanceof GroupState group) {
            return group.members();
        }
        if (!(state instanceof AssignmentState assignment)) {
            return List.of();
        }
        Set<String> accounts = new TreeSet<>(List.of(assignment.subject()));
        ObjectKey.read(assignment.subject())
                .filter(subject -> subject.type() == ObjectKey.Type.GROUP)
                .ifPresent(group -> states(group).forEach(one -> accounts.addAll(accounts(one))));
        return accounts;
    }

    private void add(Collection<String> accounts, ObjectKey key) {
        accounts.forEach(account ->
                found.computeIfAbsent(account, any -> new TreeSet<>()).add(key.toString()));
    }
}

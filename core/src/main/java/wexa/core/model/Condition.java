package wexa.core.model;

import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.value.Id;

/**
 * Who is in a ruled group: people with an engagement of one of the kinds, in one of the units, with one of the jobs.
 * An empty set asks for nothing. Conditions never look at memberships, so rules cannot feed on each other.
 */
public record Condition(Set<EngagementKind> kinds, Set<Id<Unit>> units, Set<String> jobs) {
    public Condition {
        kinds = Collections.unmodifiableSet(new TreeSet<>(kinds));
        units = Collections.unmodifiableSet(new TreeSet<>(units));
        jobs = Collections.unmodifiableSet(new TreeSet<>(jobs));
    }

    public boolean matches(Engagement engagement) {
        return matches(engagement.kind(), engagement.unit(), engagement.job());
    }

    public boolean matches(EngagementKind kind, Id<Unit> unit, String job) {
        return (kinds.isEmpty() || kinds.contains(kind))
                && (units.isEmpty() || units.contains(unit))
                && (jobs.isEmpty() || jobs.contains(job));
    }
}

package wexa.core.model;

import java.util.Collections;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import wexa.core.value.Id;

/**
 * Who is in a ruled group: people with an engagement of one of the kinds, in one of the units, with one of the jobs, who have
 * one of the values in each of the fields. An empty set asks for nothing. Conditions never look at memberships, so rules
 * cannot feed on each other.
 *
 * @param values by the keys of fields
 */
public record Condition(
        Set<EngagementKind> kinds, Set<Id<Unit>> units, Set<String> jobs, Map<String, Set<String>> values) {
    public Condition {
        kinds = Collections.unmodifiableSet(new TreeSet<>(kinds));
        units = Collections.unmodifiableSet(new TreeSet<>(units));
        jobs = Collections.unmodifiableSet(new TreeSet<>(jobs));
        Map<String, Set<String>> wanted = new TreeMap<>();
        values.forEach((field, some) -> wanted.put(field, Collections.unmodifiableSet(new TreeSet<>(some))));
        values = Collections.unmodifiableMap(wanted);
    }

    /** A condition that looks at engagements alone. */
    public Condition(Set<EngagementKind> kinds, Set<Id<Unit>> units, Set<String> jobs) {
        this(kinds, units, jobs, Map.of());
    }

    public boolean isEmpty() {
        return kinds.isEmpty() && units.isEmpty() && jobs.isEmpty() && values.isEmpty();
    }

    /** Whether somebody meets it by this engagement, as the model knows them. */
    public boolean matches(Engagement engagement, Model model) {
        return matchesEngagement(engagement.kind(), engagement.unit(), engagement.job())
                && (values.isEmpty()
                        || matchesValues(model.people()
                                .find(engagement.person())
                                .map(Person::custom)
                                .orElse(Map.of())));
    }

    /** Whether somebody who is engaged so meets it with these values, by the keys of fields. */
    public boolean matches(EngagementKind kind, Id<Unit> unit, String job, Map<String, String> custom) {
        return matchesEngagement(kind, unit, job) && matchesValues(custom);
    }

    private boolean matchesValues(Map<String, String> custom) {
        return values.entrySet().stream()
                .allMatch(wanted -> wanted.getValue().contains(custom.getOrDefault(wanted.getKey(), "")));
    }

    private boolean matchesEngagement(EngagementKind kind, Id<Unit> unit, String job) {
        return (kinds.isEmpty() || kinds.contains(kind))
                && (units.isEmpty() || units.contains(unit))
                && (jobs.isEmpty() || jobs.contains(job));
    }
}

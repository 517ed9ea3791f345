package wexa.server.people;

import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Which people a table shows. A part that is empty lets everybody pass; of one part any value does, and all parts have to.
 *
 * @param q words that all have to be in name, handle, staff number, job, unit or kind
 * @param unit units, each with what lies below
 * @param standing where people stand: EXPECTED, HERE, PAUSED, LEFT, UNENGAGED
 * @param account a tenant's id, a colon, and OPEN, CLOSED or NONE
 * @param ends WEEK, MONTH or QUARTER: the engagement ends within so long; or NEVER
 * @param begins WEEK, MONTH or QUARTER: it begins within so long
 * @param field values of the organisation's own fields, as {@code shift=Late}; {@code shift=} for those who have none
 */
record PeopleFilter(
        @Nullable String q,
        @Nullable List<UUID> unit,
        @Nullable List<String> kind,
        @Nullable List<String> standing,
        @Nullable List<String> job,
        @Nullable List<UUID> manager,
        @Nullable List<UUID> group,
        @Nullable List<UUID> role,
        @Nullable List<String> account,
        @Nullable List<String> ends,
        @Nullable List<String> begins,
        @Nullable List<String> field) {
    /** What the name of a part begins with that is one of the organisation's own fields. */
    static final String OWN = "field:";

    /** The values that are chosen for one of the organisation's own fields. */
    Set<String> valuesOf(String key) {
        return of(field).stream()
                .filter(one -> one.startsWith(key + "="))
                .map(one -> one.substring(key.length() + 1))
                .collect(Collectors.toSet());
    }

    /** Keys of the organisation's own fields that it looks at. */
    Set<String> fieldKeys() {
        return of(field).stream()
                .map(one -> one.substring(0, Math.max(0, one.indexOf('='))))
                .collect(Collectors.toSet());
    }

    String text() {
        return q == null ? "" : q;
    }

    static <T> List<T> of(@Nullable List<T> several) {
        return several == null ? List.of() : several;
    }
}

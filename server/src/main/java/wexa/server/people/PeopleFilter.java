package wexa.server.people;

import java.util.List;
import java.util.UUID;
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
        @Nullable List<String> begins) {
    String text() {
        return q == null ? "" : q;
    }

    static <T> List<T> of(@Nullable List<T> several) {
        return several == null ? List.of() : several;
    }
}

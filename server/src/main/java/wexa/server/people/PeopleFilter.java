package wexa.server.people;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PersonField;

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

    /** What is chosen in each part that lets not everybody pass, by the part's name. */
    Map<String, List<String>> chosen() {
        Map<String, List<String>> chosen = new LinkedHashMap<>();
        put(chosen, "unit", texts(unit));
        put(chosen, "standing", of(standing));
        put(chosen, "kind", of(kind));
        put(chosen, "ends", of(ends));
        put(chosen, "begins", of(begins));
        put(chosen, "job", of(job));
        put(chosen, "account", of(account));
        put(chosen, "group", texts(group));
        put(chosen, "role", texts(role));
        put(chosen, "manager", texts(manager));
        fieldKeys().stream().sorted().forEach(key -> put(chosen, OWN + key, List.copyOf(valuesOf(key))));
        return chosen;
    }

    private static void put(Map<String, List<String>> chosen, String part, List<String> keys) {
        if (!keys.isEmpty()) {
            chosen.put(part, keys);
        }
    }

    private static List<String> texts(@Nullable List<UUID> ids) {
        return of(ids).stream().map(UUID::toString).toList();
    }

    /** What a part is called; one of the organisation's own as people call it. */
    static String partName(String part, Model model) {
        return !part.startsWith(OWN)
                ? part
                : model.table(Kind.PERSON_FIELD).stream()
                        .filter(field -> part.equals(OWN + field.key()))
                        .findFirst()
                        .map(PersonField::label)
                        .orElse(part.substring(OWN.length()));
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

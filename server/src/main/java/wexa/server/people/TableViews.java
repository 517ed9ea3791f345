package wexa.server.people;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** How the table of people is shown. */
public final class TableViews {
    private TableViews() {}

    /**
     * A stretch of the table.
     *
     * @param total how many people pass the filter
     * @param facets for each part of the filter how many would pass by each value, all other parts being as they are
     */
    public record PeopleTableView(List<PersonTableRow> rows, int total, List<FacetView> facets) {}

    /**
     * One person in the table.
     *
     * @param groups how many groups the person is in, directly or not
     * @param accounts by the tenant's id how what should be there stands to what was read: SAME, MISSING, EXTRA, DIFFERS, NOT_READ
     * @param fields what the person has in the organisation's own fields, by their keys, for people to read
     */
    public record PersonTableRow(
            UUID id,
            String handle,
            String name,
            String number,
            String job,
            String unit,
            String kind,
            String standing,
            @Nullable Instant from,
            @Nullable Instant until,
            int groups,
            Map<UUID, String> accounts,
            Map<String, String> fields) {}

    /** A part of the filter. */
    public record FacetView(String name, List<FacetValue> values) {}

    /**
     * @param key what the filter holds for it
     * @param parent the key above it, where values are a tree
     */
    public record FacetValue(
            String key, String name, int count, @Nullable String parent) {}
}

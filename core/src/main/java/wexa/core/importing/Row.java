package wexa.core.importing;

import java.util.Map;

/**
 * A row of a table with its values by field; fields without a value are not there.
 *
 * @param line where it stands in the table's text
 * @param isRagged it has too many or too few cells, so that nobody can say what belongs where
 */
public record Row(long line, Map<String, String> values, boolean isRagged) {
    public Row {
        values = Map.copyOf(values);
    }

    String get(String field) {
        return values.getOrDefault(field, "").strip();
    }

    boolean has(String field) {
        return !get(field).isEmpty();
    }
}

package wexa.server.imports;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** A table as it stands: what its columns mean, and what its rows would come to, in numbers by result. */
public record ImportView(
        UUID id,
        long version,
        String name,
        String sheet,
        List<ColumnView> columns,
        List<FieldView> fields,
        List<String> missing,
        int rows,
        Map<String, Integer> results,
        String problem) {
    /** A column of the table, and the field that it fills; none if it is left out. */
    public record ColumnView(String header, @Nullable String field) {}

    /** A field that a column can fill. */
    public record FieldView(String field, String title, boolean needed) {}

    /** One row with its cells in the order of the columns, what it would come to, and what was found about it. */
    public record RowView(long line, List<String> cells, String result, List<FoundView> found) {}

    /** A finding in words; {@code column} is the position of the column that it is about, if there is one. */
    public record FoundView(
            String code,
            String text,
            boolean blocks,
            @Nullable Integer column) {}

    /** A stretch of the rows with one result, or of all. */
    public record RowsView(int total, List<RowView> rows) {}
}

package wexa.core.reporting;

import java.util.List;

/**
 * A table, and bars that show the gist of it.
 *
 * @param rows each with a cell for each column; a cell that says nothing is empty, numbers have no separators
 * @param measure what the bars count
 */
public record Report(List<Column> columns, List<List<String>> rows, String measure, List<Bar> bars) {
    public Report {
        columns = List.copyOf(columns);
        rows = List.copyOf(rows);
        bars = List.copyOf(bars);
    }

    /** What the cells of a column are. */
    public enum Sort {
        TEXT,
        NUMBER,
        /** A day of ISO 8601, such as 2026-11-30. */
        DAY,
        /** Money, with two decimals. */
        AMOUNT
    }

    public record Column(String name, Sort sort) {
        static Column text(String name) {
            return new Column(name, Sort.TEXT);
        }

        static Column number(String name) {
            return new Column(name, Sort.NUMBER);
        }

        static Column day(String name) {
            return new Column(name, Sort.DAY);
        }
    }

    /** @param series what else tells bars of one label apart; empty where nothing does */
    public record Bar(String label, String series, double value) {}
}

package wexa.core.access;

import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;

/** Values taken out of rows and put at their ends, gathered first so that each row is written once, however much changes. */
final class RowEdits {
    private final Map<Integer, Edit> edits = new HashMap<>();

    private static final class Edit {
        private final BitSet taken = new BitSet();
        private int[] added = new int[4];
        private int size;

        void add(int value) {
            added = size == added.length ? Arrays.copyOf(added, size * 2) : added;
            added[size++] = value;
        }

        int[] on(int[] row) {
            int[] edited = new int[row.length + size];
            int kept = 0;
            for (int value : row) {
                if (!taken.get(value)) {
                    edited[kept++] = value;
                }
            }
            System.arraycopy(added, 0, edited, kept, size);
            return kept == row.length ? edited : Arrays.copyOf(edited, kept + size);
        }
    }

    void take(int row, int value) {
        edits.computeIfAbsent(row, any -> new Edit()).taken.set(value);
    }

    void add(int row, int value) {
        edits.computeIfAbsent(row, any -> new Edit()).add(value);
    }

    /** The edited rows of an adjacency: linear in their lengths. */
    Map<Integer, int[]> of(Adjacency shared) {
        Map<Integer, int[]> rows = new HashMap<>();
        edits.forEach((row, edit) -> rows.put(row, edit.on(shared.row(row))));
        return rows;
    }
}

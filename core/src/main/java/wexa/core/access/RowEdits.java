package wexa.core.access;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;

/** Values taken out of rows and put at their ends, gathered first so that each row is written once, however much changes. */
final class RowEdits {
    private final Map<Integer, Edit> edits = new HashMap<>();

    private static final class Edit {
        private final Set<Integer> taken = new HashSet<>();
        private int[] added = new int[4];
        private int size;

        void add(int value) {
            added = size == added.length ? Arrays.copyOf(added, size * 2) : added;
            added[size++] = value;
        }
    }

    void take(int row, int value) {
        edits.computeIfAbsent(row, any -> new Edit()).taken.add(value);
    }

    void add(int row, int value) {
        edits.computeIfAbsent(row, any -> new Edit()).add(value);
    }

    /** The edited rows of an adjacency: linear in their lengths. */
    Map<Integer, int[]> of(Adjacency shared) {
        Map<Integer, int[]> rows = new HashMap<>();
        edits.forEach((row, edit) -> {
            IntStream kept = Arrays.stream(shared.row(row)).filter(value -> !edit.taken.contains(value));
            rows.put(
                    row,
                    IntStream.concat(kept, Arrays.stream(edit.added, 0, edit.size))
                            .toArray());
        });
        return rows;
    }
}

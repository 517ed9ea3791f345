package wexa.core.access;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * For each node a list of numbers, in compressed rows; a few rows may be replaced without touching the others. Rows are
 * read as {@code array, from, until} to spare copies.
 */
final class Adjacency {
    private static final int[] NONE = {};

    private final int[] offsets;
    private final int[] values;
    private final Map<Integer, int[]> replaced;

    private Adjacency(int[] offsets, int[] values, Map<Integer, int[]> replaced) {
        this.offsets = offsets;
        this.values = values;
        this.replaced = replaced;
    }

    /** Rows from pairs (nodes[i], i), counted first and filled after: two passes, no boxes. A node of -1 is left out. */
    static Adjacency byNode(int nodeCount, int[] nodes, int pairs) {
        int[] offsets = new int[nodeCount + 1];
        for (int pair = 0; pair < pairs; pair++) {
            if (nodes[pair] >= 0) {
                offsets[nodes[pair] + 1]++;
            }
        }
        for (int node = 0; node < nodeCount; node++) {
            offsets[node + 1] += offsets[node];
        }
        int[] next = Arrays.copyOf(offsets, nodeCount);
        int[] values = new int[offsets[nodeCount]];
        for (int pair = 0; pair < pairs; pair++) {
            if (nodes[pair] >= 0) {
                values[next[nodes[pair]]++] = pair;
            }
        }
        return new Adjacency(offsets, values, Map.of());
    }

    int[] array(int node) {
        int[] row = replaced.isEmpty() ? null : replaced.get(node);
        if (row != null) {
            return row;
        }
        return node < offsets.length - 1 ? values : NONE;
    }

    int from(int node) {
        boolean shared = node < offsets.length - 1 && (replaced.isEmpty() || !replaced.containsKey(node));
        return shared ? offsets[node] : 0;
    }

    int until(int node) {
        int[] row = replaced.isEmpty() ? null : replaced.get(node);
        if (row != null) {
            return row.length;
        }
        return node < offsets.length - 1 ? offsets[node + 1] : 0;
    }

    int[] row(int node) {
        return Arrays.copyOfRange(array(node), from(node), until(node));
    }

    Adjacency replacing(Map<Integer, int[]> rows) {
        if (rows.isEmpty()) {
            return this;
        }
        Map<Integer, int[]> next = new HashMap<>(replaced);
        next.putAll(rows);
        return new Adjacency(offsets, values, next);
    }

    int replacedRows() {
        return replaced.size();
    }
}

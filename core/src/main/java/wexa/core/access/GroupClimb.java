package wexa.core.access;

import java.util.Arrays;

/** The way up through nested groups at one second, each group once. */
final class GroupClimb {
    private final AccessIndex index;
    private final long second;
    private int[] found = new int[16];
    private int size;

    GroupClimb(AccessIndex index, long second) {
        this.index = index;
        this.second = second;
    }

    /** The group itself and all above it. */
    int[] above(int group) {
        add(group);
        return climb();
    }

    /** The groups in one row of edges and all above them. */
    int[] fromRow(Adjacency up, int node) {
        addRow(up, node);
        return climb();
    }

    private int[] climb() {
        for (int next = 0; next < size; next++) {
            addRow(index.groupUp(), found[next]);
        }
        return Arrays.copyOf(found, size);
    }

    private void addRow(Adjacency up, int node) {
        int[] row = up.array(node);
        for (int place = up.from(node); place < up.until(node); place++) {
            if (index.edges().holds(row[place], second)) {
                add(index.edges().group(row[place]));
            }
        }
    }

    private void add(int group) {
        for (int place = 0; place < size; place++) {
            if (found[place] == group) {
                return;
            }
        }
        found = size == found.length ? Arrays.copyOf(found, size * 2) : found;
        found[size++] = group;
    }
}

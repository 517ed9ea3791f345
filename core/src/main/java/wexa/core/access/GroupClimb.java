package wexa.core.access;

import java.util.Arrays;

/** The way up through nested groups, each group once; at one second, or whatever the time. */
final class GroupClimb {
    private final AccessIndex index;
    private final boolean timed;
    private final long second;
    private int[] found = new int[16];
    private int size;

    GroupClimb(AccessIndex index, long second) {
        this.index = index;
        this.timed = true;
        this.second = second;
    }

    GroupClimb(AccessIndex index) {
        this.index = index;
        this.timed = false;
        this.second = 0;
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
            if (!timed || index.edges().holds(row[place], second)) {
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

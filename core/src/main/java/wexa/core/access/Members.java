package wexa.core.access;

import java.util.Arrays;

/** Who is at the lower end of each edge: a person's number, or the bitwise complement of a group's. */
final class Members {
    private final int[] base;
    private final int count;
    private final int[] later;

    Members(int[] base, int count) {
        this(base, count, new int[0]);
    }

    private Members(int[] base, int count, int[] later) {
        this.base = base;
        this.count = count;
        this.later = later;
    }

    int of(int edge) {
        return edge < count ? base[edge] : later[edge - count];
    }

    Members and(int[] more) {
        int[] next = Arrays.copyOf(later, later.length + more.length);
        System.arraycopy(more, 0, next, later.length, more.length);
        return new Members(base, count, next);
    }
}

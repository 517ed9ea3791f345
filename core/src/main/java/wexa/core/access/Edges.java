package wexa.core.access;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import wexa.core.model.Fact;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Membership edges in columns; those that came since the columns were filled follow in a list. */
final class Edges {
    private static final Origin[] ORIGINS = Origin.values();

    private final Columns base;
    private final List<Edge> later;

    private Edges(Columns base, List<Edge> later) {
        this.base = base;
        this.later = later;
    }

    /** Columns that grow while an index is compiled. */
    static final class Columns {
        private int count;
        private int[] groups;
        private long[] froms;
        private long[] untils;
        private byte[] origins;
        private Id<?>[] sources;

        Columns(int expected) {
            int capacity = Math.max(16, expected);
            groups = new int[capacity];
            froms = new long[capacity];
            untils = new long[capacity];
            origins = new byte[capacity];
            sources = new Id<?>[capacity];
        }

        void add(int group, Origin origin, Id<? extends Fact> source, Window window) {
            if (count == groups.length) {
                grow(count * 2);
            }
            groups[count] = group;
            origins[count] = (byte) origin.ordinal();
            sources[count] = source;
            froms[count] = window.from().getEpochSecond();
            untils[count++] = window.until().getEpochSecond();
        }

        private void grow(int capacity) {
            groups = Arrays.copyOf(groups, capacity);
            froms = Arrays.copyOf(froms, capacity);
            untils = Arrays.copyOf(untils, capacity);
            origins = Arrays.copyOf(origins, capacity);
            sources = Arrays.copyOf(sources, capacity);
        }

        int count() {
            return count;
        }

        int[] groups() {
            return groups;
        }

        Edges finished() {
            return new Edges(this, List.of());
        }
    }

    int count() {
        return base.count + later.size();
    }

    int group(int number) {
        return number < base.count
                ? base.groups[number]
                : later.get(number - base.count).group();
    }

    boolean holds(int number, long second) {
        if (number < base.count) {
            return base.froms[number] <= second && second < base.untils[number];
        }
        Window window = later.get(number - base.count).window();
        return window.from().getEpochSecond() <= second
                && second < window.until().getEpochSecond();
    }

    /** Whether it holds at the second or at any later one. */
    boolean holdsFrom(int number, long second) {
        return second
                < (number < base.count
                        ? base.untils[number]
                        : later.get(number - base.count).window().until().getEpochSecond());
    }

    @SuppressWarnings("unchecked") // columns take ids of facts only
    Edge edge(int number) {
        if (number >= base.count) {
            return later.get(number - base.count);
        }
        return new Edge(
                base.groups[number],
                ORIGINS[base.origins[number]],
                (Id<? extends Fact>) base.sources[number],
                Seconds.window(base.froms[number], base.untils[number]));
    }

    Edges and(List<Edge> more) {
        if (more.isEmpty()) {
            return this;
        }
        List<Edge> next = new ArrayList<>(later);
        next.addAll(more);
        return new Edges(base, next);
    }
}

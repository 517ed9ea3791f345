package wexa.core.access;

import java.util.Arrays;
import java.util.BitSet;
import java.util.function.IntPredicate;

/** Walks down from a group to its people. */
final class MemberWalk {
    private MemberWalk() {}

    /** The people in a group by links that hold, and in the groups in it; groups that were seen are passed by. */
    static void add(AccessIndex index, int start, IntPredicate holds, BitSet found, BitSet seenGroups) {
        if (seenGroups.get(start)) {
            return;
        }
        int[] open = new int[16];
        int size = 0;
        open[size++] = start;
        seenGroups.set(start);
        while (size > 0) {
            int group = open[--size];
            int[] row = index.groupDown().array(group);
            for (int place = index.groupDown().from(group);
                    place < index.groupDown().until(group);
                    place++) {
                int edge = row[place];
                if (!holds.test(edge)) {
                    continue;
                }
                int member = index.members().of(edge);
                if (member >= 0) {
                    found.set(member);
                } else if (!seenGroups.get(~member)) {
                    seenGroups.set(~member);
                    open = size == open.length ? Arrays.copyOf(open, size * 2) : open;
                    open[size++] = ~member;
                }
            }
        }
    }
}

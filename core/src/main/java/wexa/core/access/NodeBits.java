package wexa.core.access;

import java.util.Arrays;

/** Permissions collected per area node; a person has few nodes, so they are found by a short walk. */
final class NodeBits {
    private int[] nodes = new int[8];
    private long[][] bits = new long[8][];
    private int size;

    void add(int node, long[] given, int[] words) {
        long[] held = at(node, given.length);
        for (int word = words[0]; word < words[1]; word++) {
            held[word] |= given[word];
        }
    }

    private long[] at(int node, int length) {
        for (int place = 0; place < size; place++) {
            if (nodes[place] == node) {
                return bits[place];
            }
        }
        if (size == nodes.length) {
            nodes = Arrays.copyOf(nodes, size * 2);
            bits = Arrays.copyOf(bits, size * 2);
        }
        nodes[size] = node;
        bits[size] = new long[length];
        return bits[size++];
    }

    Access access(AccessIndex index) {
        return new Access(index, Arrays.copyOf(nodes, size), Arrays.copyOf(bits, size));
    }
}

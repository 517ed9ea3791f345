package wexa.core.access;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * Counts what everybody holds: permissions per person and tenant. People with the same roles in a tenant hold the same,
 * so each distinct set of roles is united once; groups' own role sets are worked out once for all their members.
 */
final class HoldingCount {
    private final AccessIndex index;
    private final long second;
    private final Map<RoleSet, Integer> shared = new HashMap<>();
    private final int roleCount;
    private final int[][] ofGroup;

    private HoldingCount(AccessIndex index, long second) {
        this.index = index;
        this.second = second;
        this.roleCount = index.roles().count();
        this.ofGroup = new int[index.groupCount()][];
    }

    static long all(AccessIndex index, long second) {
        return new HoldingCount(index, second).countAll();
    }

    static long of(AccessIndex index, int[] nodes, long[][] bits) {
        Map<Integer, long[]> byTenant = new HashMap<>();
        for (int place = 0; place < nodes.length; place++) {
            long[] own = bits[place];
            byTenant.merge(index.areas().tenantNumber(nodes[place]), own, (one, other) -> {
                long[] both = one.clone();
                RoleTable.or(both, other);
                return both;
            });
        }
        long count = 0;
        for (Map.Entry<Integer, long[]> held : byTenant.entrySet()) {
            int[] words = index.areas().words(held.getKey());
            for (int word = words[0]; word < words[1]; word++) {
                count += Long.bitCount(held.getValue()[word]);
            }
        }
        return count;
    }

    /** A tenant and the sorted numbers of the roles held there, with its hash worked out once. */
    private record RoleSet(int[] keys, int hash) {
        @Override
        public boolean equals(Object other) {
            return other instanceof RoleSet set && hash == set.hash && Arrays.equals(keys, set.keys);
        }

        @Override
        public int hashCode() {
            return hash;
        }
    }

    private long countAll() {
        long count = 0;
        KeyBuffer buffer = new KeyBuffer();
        for (int person = 0; person < index.personCount(); person++) {
            buffer.clear();
            buffer.addGrants(index.personGrants(), person);
            Adjacency up = index.personUp();
            int[] row = up.array(person);
            for (int at = up.from(person); at < up.until(person); at++) {
                if (index.edges().holds(row[at], second)) {
                    buffer.addAll(keysOfGroup(index.edges().group(row[at])));
                }
            }
            count += countKeys(buffer.sortedDistinct(), buffer.distinct);
        }
        return count;
    }

    private long countKeys(int[] keys, int length) {
        long count = 0;
        int from = 0;
        while (from < length) {
            int tenant = keys[from] / roleCount;
            int until = from + 1;
            int hash = keys[from];
            while (until < length && keys[until] / roleCount == tenant) {
                hash = 31 * hash + keys[until++];
            }
            RoleSet set = new RoleSet(Arrays.copyOfRange(keys, from, until), hash);
            Integer known = shared.get(set);
            if (known == null) {
                known = unite(set.keys(), tenant);
                shared.put(set, known);
            }
            count += known;
            from = until;
        }
        return count;
    }

    private int unite(int[] keys, int tenant) {
        int[] words = index.areas().words(tenant);
        int held = 0;
        for (int word = words[0]; word < words[1]; word++) {
            long united = 0;
            for (int key : keys) {
                united |= index.roles()
                        .bits(key - tenant * roleCount, index.areas().tenant(tenant))[word];
            }
            held += Long.bitCount(united);
        }
        return held;
    }

    private int[] keysOfGroup(int group) {
        int[] known = ofGroup[group];
        if (known == null) {
            KeyBuffer buffer = new KeyBuffer();
            for (int above : index.groupsAbove(group, second)) {
                buffer.addGrants(index.groupGrants(), above);
            }
            known = Arrays.copyOf(buffer.sortedDistinct(), buffer.distinct);
            ofGroup[group] = known;
        }
        return known;
    }

    /** A growing list of keys {@code tenant * roles + role}. */
    private final class KeyBuffer {
        private int[] keys = new int[256];
        private int size;
        private int distinct;

        void clear() {
            size = 0;
        }

        void addAll(int[] more) {
            if (size + more.length > keys.length) {
                keys = Arrays.copyOf(keys, Math.max(keys.length * 2, size + more.length));
            }
            System.arraycopy(more, 0, keys, size, more.length);
            size += more.length;
        }

        void addGrants(Adjacency bySubject, int subject) {
            int[] row = bySubject.array(subject);
            for (int at = bySubject.from(subject); at < bySubject.until(subject); at++) {
                int grant = row[at];
                if (index.grants().node(grant) >= 0 && index.grants().holds(grant, second)) {
                    if (size == keys.length) {
                        keys = Arrays.copyOf(keys, size * 2);
                    }
                    int tenant = index.areas().tenantNumber(index.grants().node(grant));
                    keys[size++] = tenant * roleCount + index.grants().role(grant);
                }
            }
        }

        int[] sortedDistinct() {
            Arrays.sort(keys, 0, size);
            distinct = 0;
            for (int at = 0; at < size; at++) {
                if (distinct == 0 || keys[at] != keys[distinct - 1]) {
                    keys[distinct++] = keys[at];
                }
            }
            return keys;
        }
    }
}

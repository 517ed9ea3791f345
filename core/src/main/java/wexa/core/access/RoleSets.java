package wexa.core.access;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The roles that each person has in each tenant at an instant, wherever in it. People with the same roles in a tenant hold the same,
 * so each distinct set of roles is numbered once; groups' own sets are worked out once for all their members. Costs everybody's
 * grants and groups.
 */
final class RoleSets {
    private final AccessIndex index;
    private final long second;
    private final Map<RoleSet, Integer> numbers = new HashMap<>();
    private final List<RoleSet> sets = new ArrayList<>();
    private final int roleCount;
    private final int[][] ofGroup;

    RoleSets(AccessIndex index, long second) {
        this.index = index;
        this.second = second;
        this.roleCount = index.roles().count();
        this.ofGroup = new int[index.groupCount()][];
    }

    /** Is told of each person and tenant which set of roles it is. */
    interface Reader {
        void take(int person, int tenant, int set);
    }

    void each(Reader reader) {
        each(0, index.personCount(), reader);
    }

    /** Of the people with these numbers. */
    void each(int from, int until, Reader reader) {
        KeyBuffer buffer = new KeyBuffer();
        for (int person = from; person < until; person++) {
            buffer.clear();
            buffer.addGrants(index.personGrants(), person);
            Adjacency up = index.personUp();
            int[] row = up.array(person);
            for (int at = up.from(person); at < up.until(person); at++) {
                if (index.edges().holds(row[at], second)) {
                    buffer.addAll(keysOfGroup(index.edges().group(row[at])));
                }
            }
            tell(person, buffer.sortedDistinct(), buffer.distinct, reader);
        }
    }

    private void tell(int person, int[] keys, int length, Reader reader) {
        int from = 0;
        while (from < length) {
            int tenant = keys[from] / roleCount;
            // keys are sorted: those of the tenant end before the first of the next
            int end = (tenant + 1) * roleCount;
            int until = from + 1;
            int hash = keys[from];
            while (until < length && keys[until] < end) {
                hash = 31 * hash + keys[until++];
            }
            RoleSet set = new RoleSet(Arrays.copyOfRange(keys, from, until), hash);
            Integer number = numbers.get(set);
            if (number == null) {
                number = sets.size();
                numbers.put(set, number);
                sets.add(set);
            }
            reader.take(person, tenant, number);
            from = until;
        }
    }

    /** What a set of roles gives in its tenant, of the tenant's own words only. */
    long[] bits(int set) {
        int[] keys = sets.get(set).keys();
        int tenant = keys[0] / roleCount;
        int[] words = index.areas().words(tenant);
        long[] united = new long[index.roles().wordCount()];
        for (int key : keys) {
            long[] given =
                    index.roles().bits(key - tenant * roleCount, index.areas().tenant(tenant));
            for (int word = words[0]; word < words[1]; word++) {
                united[word] |= given[word];
            }
        }
        return united;
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

package wexa.core.access;

import java.util.Arrays;

/**
 * The roles that each person has in each tenant at an instant, wherever in it. People with the same roles in a tenant hold the same,
 * so each distinct set of roles is numbered once; groups' own sets are worked out once for all their members. Costs everybody's
 * grants and groups.
 */
final class RoleSets {
    private final AccessIndex index;
    private final long second;
    private final Numbered sets = new Numbered();
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
            reader.take(person, tenant, sets.number(keys, from, until, hash));
            from = until;
        }
    }

    /** What a set of roles gives in its tenant, of the tenant's own words only. */
    long[] bits(int set) {
        int[] keys = sets.keys(set);
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

    /**
     * Distinct sets of keys, each of one tenant and sorted, by number. Looked up millions of times, they are compared where they
     * stand: a map would need an object for each look.
     */
    private static final class Numbered {
        private static final int FIRST = 1 << 10;

        /** Numbers plus one at the places of their hashes, open addressing; 0 where there is none. At most half full. */
        private int[] places = new int[FIRST];

        private int[][] keys = new int[FIRST][];
        private int[] hashes = new int[FIRST];
        private int count;

        int[] keys(int number) {
            return keys[number];
        }

        int number(int[] all, int from, int until, int hash) {
            int place = spread(hash) & (places.length - 1);
            while (places[place] != 0) {
                int number = places[place] - 1;
                if (hashes[number] == hash && Arrays.equals(keys[number], 0, keys[number].length, all, from, until)) {
                    return number;
                }
                place = (place + 1) & (places.length - 1);
            }
            return add(Arrays.copyOfRange(all, from, until), hash, place);
        }

        private int add(int[] set, int hash, int place) {
            if (count == keys.length) {
                keys = Arrays.copyOf(keys, count * 2);
                hashes = Arrays.copyOf(hashes, count * 2);
            }
            keys[count] = set;
            hashes[count] = hash;
            places[place] = ++count;
            if (count * 2 > places.length) {
                places = new int[places.length * 2];
                for (int number = 0; number < count; number++) {
                    int free = spread(hashes[number]) & (places.length - 1);
                    while (places[free] != 0) {
                        free = (free + 1) & (places.length - 1);
                    }
                    places[free] = number + 1;
                }
            }
            return count - 1;
        }

        /** Sets of one key differ in few bits: these have to reach all of the table. */
        private static int spread(int hash) {
            int mixed = hash * 0x9E3779B9;
            return mixed ^ (mixed >>> 16);
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

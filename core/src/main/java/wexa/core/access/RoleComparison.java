package wexa.core.access;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import wexa.core.cancelling.Cancellation;

/** Compares what roles give in two indexes, for {@link RoleEffect}. */
final class RoleComparison {
    private static final int[] NOTHING = {};

    private final AccessIndex after;
    private final RoleTable were;
    private final RoleTable are;
    private final long second;
    private final int roleCount;
    /** Which roles give something else, for each tenant. */
    private final boolean[][] isChanged;

    private final long[] mask;
    private final int[] words;
    private final int[] placeOf;
    private final List<Integer> nodes = new ArrayList<>();
    private int changedPlaces;
    private int[][] above = new int[0][];
    private final int[][] ofGroup;
    private final Map<Lot, RoleEffect.Shift> shared = new HashMap<>();

    /** The grants that people share, as sorted numbers, with their hash. */
    private record Lot(int[] grants, int hash) {
        @Override
        public boolean equals(Object other) {
            return other instanceof Lot lot && hash == lot.hash && Arrays.equals(grants, lot.grants);
        }

        @Override
        public int hashCode() {
            return hash;
        }
    }

    RoleComparison(AccessIndex before, AccessIndex after, long second) {
        this.after = after;
        this.were = before.roles();
        this.are = after.roles();
        this.second = second;
        this.roleCount = are.count();
        this.mask = new long[are.wordCount()];
        this.isChanged = new boolean[after.areas().tenantCount()][];
        boolean[] mayDiffer = new boolean[roleCount];
        for (int role = 0; role < roleCount; role++) {
            mayDiffer[role] = role >= were.count()
                    || were.bits(role) != are.bits(role)
                    || were.variants().concern(role)
                    || are.variants().concern(role);
        }
        for (int tenant = 0; tenant < isChanged.length; tenant++) {
            isChanged[tenant] = changedIn(tenant, mayDiffer);
        }
        int count = 0;
        int[] found = new int[mask.length];
        for (int word = 0; word < mask.length; word++) {
            if (mask[word] != 0) {
                found[count++] = word;
            }
        }
        this.words = Arrays.copyOf(found, count);
        this.placeOf = new int[after.areas().count()];
        Arrays.fill(placeOf, -1);
        this.ofGroup = new int[after.groups().count()][];
    }

    /** Which roles give something else in a tenant; what differs is added to the mask. */
    private boolean[] changedIn(int tenant, boolean[] mayDiffer) {
        boolean[] changed = new boolean[roleCount];
        int[] own = after.areas().words(tenant);
        for (int role = 0; role < roleCount; role++) {
            for (int word = own[0]; mayDiffer[role] && word < own[1]; word++) {
                long differs = bits(were, role, tenant, word) ^ bits(are, role, tenant, word);
                changed[role] |= differs != 0;
                mask[word] |= differs;
            }
        }
        return changed;
    }

    private boolean isChanged(int role, int node) {
        return isChanged[after.areas().tenantNumber(node)][role];
    }

    private long bits(RoleTable roles, int role, int node, int word) {
        return role < roles.count() ? roles.bits(role, after.areas().tenant(node))[word] : 0;
    }

    RoleEffect compare() {
        BitSet candidates = new BitSet(after.people().count());
        if (words.length > 0) {
            findPlaces(candidates);
        }
        BitSet holders = new BitSet(after.people().count());
        int[] people = new int[candidates.cardinality()];
        RoleEffect.Shift[] shifts = new RoleEffect.Shift[people.length];
        int count = 0;
        GrantBuffer buffer = new GrantBuffer();
        for (int person = candidates.nextSetBit(0); person >= 0; person = candidates.nextSetBit(person + 1)) {
            if ((count & 0xFFF) == 0) {
                Cancellation.check();
            }
            buffer.collect(person);
            if (buffer.isAnyChanged) {
                holders.set(person);
                people[count] = person;
                shifts[count++] = shared.computeIfAbsent(buffer.lot(), this::shift);
            }
        }
        int[] places = new int[changedPlaces];
        for (int place = 0; place < changedPlaces; place++) {
            places[place] = nodes.get(place);
        }
        return new RoleEffect(
                after, words, places, Arrays.copyOf(people, count), Arrays.copyOf(shifts, count), holders);
    }

    /** The places at which changed roles are given come first, those above them after; and who may have such a role. */
    private void findPlaces(BitSet candidates) {
        BitSet seenGroups = new BitSet(after.groups().count());
        Adjacency nodeGrants = after.nodeGrants();
        for (int node = 0; node < placeOf.length; node++) {
            int[] row = nodeGrants.array(node);
            for (int at = nodeGrants.from(node); at < nodeGrants.until(node); at++) {
                int grant = row[at];
                if (isChanged(after.grants().role(grant), node)
                        && after.grants().holds(grant, second)) {
                    place(node);
                    after.addSubject(after.grants().subject(grant), second, candidates, seenGroups);
                }
            }
        }
        changedPlaces = nodes.size();
        above = new int[changedPlaces][];
        for (int place = 0; place < changedPlaces; place++) {
            int[] found = new int[8];
            int count = 0;
            for (int node = nodes.get(place); node >= 0; node = after.areas().parent(node)) {
                found = count == found.length ? Arrays.copyOf(found, count * 2) : found;
                found[count++] = place(node);
            }
            above[place] = Arrays.copyOf(found, count);
        }
    }

    private int place(int node) {
        if (placeOf[node] < 0) {
            placeOf[node] = nodes.size();
            nodes.add(node);
        }
        return placeOf[node];
    }

    /** What is given to somebody, as numbers of place and role, each once. */
    private final class GrantBuffer {
        private int[] keys = new int[64];
        private int size;
        private boolean isAnyChanged;

        void collect(int person) {
            size = 0;
            isAnyChanged = false;
            addGrants(after.personGrants(), person);
            Adjacency up = after.personUp();
            int[] row = up.array(person);
            for (int at = up.from(person); at < up.until(person); at++) {
                if (after.edges().holds(row[at], second)) {
                    addAll(keysOf(after.edges().group(row[at])));
                }
            }
            sort();
        }

        private void addGrants(Adjacency bySubject, int subject) {
            int[] row = bySubject.array(subject);
            for (int at = bySubject.from(subject); at < bySubject.until(subject); at++) {
                int grant = row[at];
                int node = after.grants().node(grant);
                if (node >= 0 && placeOf[node] >= 0 && after.grants().holds(grant, second)) {
                    int role = after.grants().role(grant);
                    if (isChanged(role, node) || touches(role, node)) {
                        add(placeOf[node] * roleCount + role);
                    }
                }
            }
        }

        private void addAll(int[] more) {
            for (int key : more) {
                add(key);
            }
        }

        private void add(int key) {
            keys = size == keys.length ? Arrays.copyOf(keys, size * 2) : keys;
            keys[size++] = key;
            isAnyChanged |= isChanged(key % roleCount, nodes.get(key / roleCount));
        }

        private void sort() {
            Arrays.sort(keys, 0, size);
            int distinct = 0;
            for (int at = 0; at < size; at++) {
                if (distinct == 0 || keys[at] != keys[distinct - 1]) {
                    keys[distinct++] = keys[at];
                }
            }
            size = distinct;
        }

        int[] found() {
            return size == 0 ? NOTHING : Arrays.copyOf(keys, size);
        }

        Lot lot() {
            int hash = 1;
            for (int at = 0; at < size; at++) {
                hash = 31 * hash + keys[at];
            }
            return new Lot(found(), hash);
        }
    }

    /** Whether the role gives any of the permissions in which some role differs: if not, it keeps nothing from anybody. */
    private boolean touches(int role, int node) {
        long[] given = are.bits(role, after.areas().tenant(node));
        for (int word : words) {
            if ((given[word] & mask[word]) != 0) {
                return true;
            }
        }
        return false;
    }

    /** What a group gives at the places, with all the groups that it is in. */
    private int[] keysOf(int group) {
        int[] known = ofGroup[group];
        if (known == null) {
            GrantBuffer buffer = new GrantBuffer();
            for (int one : after.groupsAbove(group, second)) {
                buffer.addGrants(after.groupGrants(), one);
            }
            buffer.sort();
            known = buffer.found();
            ofGroup[group] = known;
        }
        return known;
    }

    private RoleEffect.Shift shift(Lot lot) {
        int[] at = new int[lot.grants().length];
        long[][] had = new long[at.length][];
        long[][] has = new long[at.length][];
        long[][] started = new long[at.length][];
        long[][] stopped = new long[at.length][];
        int count = 0;
        for (int key : lot.grants()) {
            int place = key / roleCount;
            if (count == 0 || at[count - 1] != place) {
                at[count] = place;
                had[count] = new long[words.length];
                has[count] = new long[words.length];
                started[count] = new long[words.length];
                stopped[count++] = new long[words.length];
            }
            int role = key % roleCount;
            for (int word = 0; word < words.length; word++) {
                long before = given(were, role, nodes.get(place), words[word]);
                long after = given(are, role, nodes.get(place), words[word]);
                had[count - 1][word] |= before;
                has[count - 1][word] |= after;
                started[count - 1][word] |= after & ~before;
                stopped[count - 1][word] |= before & ~after;
            }
        }
        int[] changed = new int[count];
        long[][] gains = new long[count][];
        long[][] losses = new long[count][];
        long[] known = new long[words.length];
        long[] kept = new long[words.length];
        int found = 0;
        for (int place = 0; place < count && at[place] < changedPlaces; place++) {
            gains[found] = beyond(has[place], had, at, count, at[place]);
            losses[found] = beyond(had[place], has, at, count, at[place]);
            for (int word = 0; word < words.length; word++) {
                known[word] |= started[place][word] & ~gains[found][word];
                kept[word] |= stopped[place][word] & ~losses[found][word];
            }
            changed[found] = at[place];
            found += isNothing(gains[found]) && isNothing(losses[found]) ? 0 : 1;
        }
        return new RoleEffect.Shift(
                Arrays.copyOf(changed, found), Arrays.copyOf(gains, found), Arrays.copyOf(losses, found), known, kept);
    }

    /** A role of several apps gives in each tenant what is of the tenant's app. */
    private long given(RoleTable roles, int role, int node, int word) {
        int[] own = after.areas().words(node);
        return word >= own[0] && word < own[1] ? bits(roles, role, node, word) & mask[word] : 0;
    }

    /** What is given at a place and held there neither by the others nor from above. */
    private long[] beyond(long[] given, long[][] held, int[] at, int count, int place) {
        long[] left = given.clone();
        for (int above : above[place]) {
            int there = Arrays.binarySearch(at, 0, count, above);
            for (int word = 0; there >= 0 && word < left.length; word++) {
                left[word] &= ~held[there][word];
            }
        }
        return left;
    }

    private static boolean isNothing(long[] bits) {
        for (long word : bits) {
            if (word != 0) {
                return false;
            }
        }
        return true;
    }
}

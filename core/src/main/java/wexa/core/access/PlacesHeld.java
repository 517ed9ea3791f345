package wexa.core.access;

import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.Area;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/**
 * At which places each person holds any of some permissions at an instant: the areas, or whole tenants, where these were given.
 * People and places go by their numbers in the index. Costs all grants once, and the members of the groups that are given any.
 */
public final class PlacesHeld {
    private final AccessIndex index;

    /** Where each person's places begin; those of the last one end at the last number. */
    private final int[] starts;

    private final int[] places;

    private PlacesHeld(AccessIndex index, int[] starts, int[] places) {
        this.index = index;
        this.starts = starts;
        this.places = places;
    }

    /** Numbers that grow as they come. */
    private static final class Numbers {
        private int[] values = new int[4];
        private int size;

        void add(int value) {
            values = size == values.length ? Arrays.copyOf(values, size * 2) : values;
            values[size++] = value;
        }

        /** Places come in order: the one that came last may come again. */
        void addOnce(int value) {
            if (size == 0 || values[size - 1] != value) {
                add(value);
            }
        }
    }

    static PlacesHeld of(AccessIndex index, PermissionMask wanted, Set<Id<Role>> among, long second) {
        Numbers people = new Numbers();
        Numbers at = new Numbers();
        Map<Integer, Numbers> byGroup = new HashMap<>();
        new GrantsOfAny(index, wanted, among, second).each((subject, node) -> {
            if (subject >= 0) {
                people.add(subject);
                at.add(node);
            } else {
                byGroup.computeIfAbsent(~subject, any -> new Numbers()).addOnce(node);
            }
        });
        int[] counts = new int[index.personCount() + 1];
        for (int place = 0; place < people.size; place++) {
            counts[people.values[place]]++;
        }
        Map<Integer, int[]> members = new HashMap<>();
        byGroup.forEach((group, nodes) -> {
            BitSet found = new BitSet(index.personCount());
            index.addSubject(~group, second, found, new BitSet(index.groupCount()));
            int[] inIt = found.stream().toArray();
            members.put(group, inIt);
            for (int member : inIt) {
                counts[member] += nodes.size;
            }
        });
        int[] starts = new int[index.personCount() + 1];
        for (int person = 0; person < index.personCount(); person++) {
            starts[person + 1] = starts[person] + counts[person];
        }
        int[] places = new int[starts[index.personCount()]];
        int[] next = starts.clone();
        for (int place = 0; place < people.size; place++) {
            places[next[people.values[place]]++] = at.values[place];
        }
        byGroup.forEach((group, nodes) -> {
            for (int member : members.getOrDefault(group, new int[0])) {
                System.arraycopy(nodes.values, 0, places, next[member], nodes.size);
                next[member] += nodes.size;
            }
        });
        return new PlacesHeld(index, starts, places);
    }

    /** A place of one side and one of the other that the same person has. */
    public interface Pairs {
        void pair(int person, int one, int other);
    }

    /** Every pair of a place here and one there that the same person has, in the order of people, then of places; each once. */
    public void meet(PlacesHeld there, Pairs to) {
        for (int person = 0; person < index.personCount(); person++) {
            int ones = sorted(person);
            int others = ones == 0 ? 0 : there.sorted(person);
            for (int one = 0; one < ones; one++) {
                for (int other = 0; other < others; other++) {
                    to.pair(person, places[starts[person] + one], there.places[there.starts[person] + other]);
                }
            }
        }
    }

    /** Puts a person's places in order, each once; tells how many they are. */
    private int sorted(int person) {
        int from = starts[person];
        int size = starts[person + 1] - from;
        if (size < 2) {
            return size;
        }
        Arrays.sort(places, from, from + size);
        int kept = 1;
        for (int place = from + 1; place < from + size; place++) {
            if (places[place] != places[from + kept - 1]) {
                places[from + kept++] = places[place];
            }
        }
        return kept;
    }

    public Id<Person> person(int number) {
        return index.people().id(number);
    }

    public Id<Tenant> tenant(int place) {
        return index.areas().tenant(place);
    }

    /** Empty for the whole tenant. */
    public Optional<Id<Area>> area(int place) {
        return index.areas().area(place);
    }

    public int placeCount() {
        return index.areas().count();
    }

    public boolean isInOneTenant(int one, int other) {
        return index.areas().tenantNumber(one) == index.areas().tenantNumber(other);
    }

    /** Whether the places are one, or one lies below the other. */
    public boolean isInOneLine(int one, int other) {
        return index.areas().isAtOrAbove(one, other) || index.areas().isAtOrAbove(other, one);
    }
}

package wexa.core.access;

import java.nio.LongBuffer;
import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import wexa.core.model.Area;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * Who gains and loses what at an instant because roles came to give more or less, exactly: what another path keeps is neither
 * (rule 3). It compares two indexes whose people, groups and grants are the same; for people for whom these changed as well,
 * it says nothing of use.
 *
 * <p>Looked at are only the permissions in which a role differs, and only the places at which such a role is given, with those
 * above them. What is held there is united once for each group, and once for all people with the same groups and the same
 * grants of their own: O(grants + people who have such a role × their groups), no object for each person.
 */
public final class RoleEffect {
    private final AccessIndex index;
    private final int[] words;
    private final int[] places;
    private final int[] people;
    private final Shift[] shifts;
    private final BitSet holders;

    /**
     * What one lot of people gains and loses at some of the places, word by word; of no places if they do neither. And anywhere,
     * what a role came to give them that they had already, and what one gives no longer and they keep.
     */
    record Shift(int[] at, long[][] gains, long[][] losses, long[] known, long[] kept) {}

    /** What somebody gains and loses at one area of a tenant, or everywhere in it. */
    public record Change(
            Id<Person> person,
            Id<Tenant> tenant,
            Optional<Id<Area>> area,
            Set<Permission> gains,
            Set<Permission> losses) {}

    RoleEffect(AccessIndex index, int[] words, int[] places, int[] people, Shift[] shifts, BitSet holders) {
        this.index = index;
        this.words = words;
        this.places = places;
        this.people = people;
        this.shifts = shifts;
        this.holders = holders;
    }

    /**
     * The effect of the roles of {@code after} in place of those of {@code before}.
     *
     * @throws IllegalArgumentException if permissions are numbered otherwise in the two, as after a change of an app
     */
    public static RoleEffect between(AccessIndex before, AccessIndex after, Instant at) {
        if (!canCompare(before, after)) {
            throw new IllegalArgumentException("the indexes number permissions or areas otherwise");
        }
        return new RoleComparison(before, after, at.getEpochSecond()).compare();
    }

    /** Whether the two number permissions and areas alike. */
    public static boolean canCompare(AccessIndex before, AccessIndex after) {
        return before.areas() == after.areas() && before.roles().isNumberedLike(after.roles());
    }

    /** People who have a role at the instant that gives something else, whether or not they gain or lose by it. */
    public PersonSet holders() {
        return new PersonSet(index.people(), holders);
    }

    /** People who gain each permission at some area, in the order of permissions. */
    public SortedMap<Permission, PersonSet> gainers() {
        return byPermission(shift -> united(shift.gains()));
    }

    /** People who lose each permission at some area, in the order of permissions. */
    public SortedMap<Permission, PersonSet> losers() {
        return byPermission(shift -> united(shift.losses()));
    }

    /** People to whom a role came to give a permission that they had already where it does; some gain it elsewhere. */
    public SortedMap<Permission, PersonSet> already() {
        return byPermission(Shift::known);
    }

    /** People to whom a role gives a permission no longer that they keep there by another way; some lose it elsewhere. */
    public SortedMap<Permission, PersonSet> keepers() {
        return byPermission(Shift::kept);
    }

    private long[] united(long[][] places) {
        long[] all = new long[words.length];
        for (long[] there : places) {
            RoleTable.or(all, there);
        }
        return all;
    }

    private SortedMap<Permission, PersonSet> byPermission(Function<Shift, long[]> which) {
        Map<Integer, BitSet> found = new HashMap<>();
        for (int at = 0; at < people.length; at++) {
            long[] all = which.apply(shifts[at]);
            for (int word = 0; word < all.length; word++) {
                for (long rest = all[word]; rest != 0; rest &= rest - 1) {
                    int number = (words[word] << 6) + Long.numberOfTrailingZeros(rest);
                    found.computeIfAbsent(number, any -> new BitSet()).set(people[at]);
                }
            }
        }
        SortedMap<Permission, PersonSet> sorted = new TreeMap<>();
        found.forEach(
                (number, bits) -> sorted.put(index.roles().permission(number), new PersonSet(index.people(), bits)));
        return Collections.unmodifiableSortedMap(sorted);
    }

    /** What each person gains and loses, place by place, in the order of people. */
    public List<Change> changes() {
        List<Change> found = new ArrayList<>();
        Map<LongBuffer, Set<Permission>> sets = new HashMap<>();
        for (int at = 0; at < people.length; at++) {
            Shift shift = shifts[at];
            Id<Person> person = index.people().id(people[at]);
            for (int place = 0; place < shift.at().length; place++) {
                int node = places[shift.at()[place]];
                found.add(new Change(
                        person,
                        index.areas().tenant(node),
                        index.areas().area(node),
                        permissions(shift.gains()[place], sets),
                        permissions(shift.losses()[place], sets)));
            }
        }
        return found;
    }

    /** The same bits are made a set once: many people gain the same. */
    private Set<Permission> permissions(long[] bits, Map<LongBuffer, Set<Permission>> known) {
        return known.computeIfAbsent(LongBuffer.wrap(bits), any -> permissions(bits));
    }

    private Set<Permission> permissions(long[] bits) {
        Set<Permission> found = new LinkedHashSet<>();
        for (int word = 0; word < bits.length; word++) {
            for (long rest = bits[word]; rest != 0; rest &= rest - 1) {
                found.add(index.roles().permission((words[word] << 6) + Long.numberOfTrailingZeros(rest)));
            }
        }
        return Collections.unmodifiableSet(found);
    }
}

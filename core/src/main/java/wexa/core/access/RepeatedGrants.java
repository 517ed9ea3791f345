package wexa.core.access;

import java.time.Instant;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Set;
import wexa.core.model.Fact;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** Grants of somebody's own that give nothing which their other grants and their groups do not give as well. */
public final class RepeatedGrants {
    private RepeatedGrants() {}

    /** The facts from which they are, at one instant; each as if all the others stayed. Costs the person's grants, squared. */
    public static Set<Id<? extends Fact>> of(AccessIndex index, Id<Person> person, Instant at) {
        Set<Id<? extends Fact>> found = new HashSet<>();
        int number = index.people().find(person);
        if (number < 0) {
            return found;
        }
        long second = at.getEpochSecond();
        int[] own = holding(index, index.personGrants(), number, second);
        int[] groups = index.groupsOf(number, second);
        for (int grant : own) {
            if (isRepeated(index, grant, own, groups, second)) {
                found.add(index.grants().grant(grant).source());
            }
        }
        return found;
    }

    private static int[] holding(AccessIndex index, Adjacency bySubject, int subject, long second) {
        return Arrays.stream(bySubject.row(subject))
                .filter(grant ->
                        index.grants().node(grant) >= 0 && index.grants().holds(grant, second))
                .toArray();
    }

    private static boolean isRepeated(AccessIndex index, int grant, int[] own, int[] groups, long second) {
        int node = index.grants().node(grant);
        int[] words = index.areas().words(node);
        long[] left = index.given(grant).clone();
        for (int other : own) {
            if (other != grant) {
                take(index, other, node, words, left);
            }
        }
        for (int group : groups) {
            for (int other : holding(index, index.groupGrants(), group, second)) {
                take(index, other, node, words, left);
            }
        }
        for (int word = words[0]; word < words[1]; word++) {
            if (left[word] != 0) {
                return false;
            }
        }
        return true;
    }

    private static void take(AccessIndex index, int other, int node, int[] words, long[] left) {
        if (index.areas().isAtOrAbove(index.grants().node(other), node)) {
            long[] given = index.given(other);
            for (int word = words[0]; word < words[1]; word++) {
                left[word] &= ~given[word];
            }
        }
    }
}

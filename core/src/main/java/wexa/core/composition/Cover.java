package wexa.core.composition;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.ToLongFunction;
import java.util.stream.Collectors;
import wexa.core.model.App;
import wexa.core.model.PermissionSet;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * The permission sets that together give what is needed with the least besides: the least sum of the weights of what they give
 * and is not needed, and of those the fewest sets. This is weighted set cover with a cost on the union (NP-hard; R. M. Karp,
 * Reducibility among Combinatorial Problems, 1972). Each app is searched by itself, since a set is of one app.
 *
 * @param sets those chosen, by key
 * @param excess what they give that is not needed
 * @param weight the weight of the excess
 * @param missing what is needed and in no set
 * @param bound no choice has less weight than this; the weight itself, if the choice is proved to be best
 */
public record Cover(
        List<PermissionSet> sets,
        Set<Permission> excess,
        long weight,
        Set<Permission> missing,
        long bound,
        boolean isBest) {
    /** So many choices are looked at for each app before the best that was found has to do: some tens of milliseconds. */
    static final int MOST_NODES = 2_000;

    public Cover {
        sets = List.copyOf(sets);
        excess = Set.copyOf(excess);
        missing = Set.copyOf(missing);
    }

    /** What could be saved at most by another choice. */
    public long gap() {
        return weight - bound;
    }

    /**
     * @param weight how bad it is to give a permission that is not needed; 0 or more
     */
    public static Cover of(
            Collection<PermissionSet> offered, Set<Permission> needed, ToLongFunction<Permission> weight) {
        return of(offered, needed, weight, MOST_NODES);
    }

    static Cover of(
            Collection<PermissionSet> offered,
            Set<Permission> needed,
            ToLongFunction<Permission> weight,
            int mostNodes) {
        Map<Id<App>, List<PermissionSet>> byApp = offered.stream()
                .filter(set -> set.permissions().stream().anyMatch(needed::contains))
                .sorted(Comparator.comparing(PermissionSet::key))
                .collect(Collectors.groupingBy(PermissionSet::app, TreeMap::new, Collectors.toList()));
        Set<Permission> missing = new TreeSet<>(needed);
        List<PermissionSet> chosen = new java.util.ArrayList<>();
        long bound = 0;
        boolean isBest = true;
        for (List<PermissionSet> sets : byApp.values()) {
            CoverSearch search = new CoverSearch(sets, needed, weight, mostNodes);
            search.run();
            chosen.addAll(search.chosen());
            bound += search.bound();
            isBest &= search.isBest();
        }
        Set<Permission> excess = new TreeSet<>();
        chosen.forEach(set -> excess.addAll(set.permissions()));
        missing.removeAll(excess);
        excess.removeAll(needed);
        return new Cover(chosen, excess, excess.stream().mapToLong(weight).sum(), missing, bound, isBest);
    }
}

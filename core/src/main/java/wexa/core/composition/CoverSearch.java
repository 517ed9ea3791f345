package wexa.core.composition;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToLongFunction;
import wexa.core.cancelling.Cancellation;
import wexa.core.model.PermissionSet;
import wexa.core.value.Permission;

/**
 * Searches a {@link Cover} among the sets of one app, branch and bound: sets that another one makes useless are left out, what
 * only one set gives decides for that set, and the search branches on the permission that the fewest sets give. A branch ends
 * where what is given too much already, with the cheapest way to the dearest permission that is still lacking, is no better
 * than the best choice so far.
 */
final class CoverSearch {
    private final List<PermissionSet> sets;
    private final int mostNodes;
    private final BitSet[] gives;
    private final BitSet[] exceeds;
    private final long[] weights;
    private final int[][] suppliers;
    private final int neededCount;
    private int nodes;
    private boolean isCut;
    private long rootBound;
    private long bestWeight = Long.MAX_VALUE;
    private int bestCount = Integer.MAX_VALUE;
    private int[] best = {};

    CoverSearch(List<PermissionSet> offered, Set<Permission> needed, ToLongFunction<Permission> weight, int mostNodes) {
        this.mostNodes = mostNodes;
        Map<Permission, Integer> neededNumbers = new HashMap<>();
        Map<Permission, Integer> otherNumbers = new HashMap<>();
        List<Long> found = new ArrayList<>();
        List<BitSet> allGive = new ArrayList<>();
        List<BitSet> allExceed = new ArrayList<>();
        for (PermissionSet set : offered) {
            BitSet give = new BitSet();
            BitSet exceed = new BitSet();
            for (Permission permission : set.permissions()) {
                if (needed.contains(permission)) {
                    give.set(neededNumbers.computeIfAbsent(permission, any -> neededNumbers.size()));
                } else {
                    exceed.set(otherNumbers.computeIfAbsent(permission, any -> {
                        found.add(weight.applyAsLong(permission));
                        return found.size() - 1;
                    }));
                }
            }
            allGive.add(give);
            allExceed.add(exceed);
        }
        this.weights = found.stream().mapToLong(Long::longValue).toArray();
        this.neededCount = neededNumbers.size();
        List<Integer> kept = undominated(allGive, allExceed);
        this.sets = kept.stream().map(offered::get).toList();
        this.gives = kept.stream().map(allGive::get).toArray(BitSet[]::new);
        this.exceeds = kept.stream().map(allExceed::get).toArray(BitSet[]::new);
        this.suppliers = new int[neededCount][];
        for (int permission = 0; permission < neededCount; permission++) {
            int wanted = permission;
            suppliers[permission] = java.util.stream.IntStream.range(0, gives.length)
                    .filter(set -> gives[set].get(wanted))
                    .toArray();
        }
    }

    /** Sets than which no other gives all the same with nothing more besides; of equal ones the first. */
    private static List<Integer> undominated(List<BitSet> gives, List<BitSet> exceeds) {
        List<Integer> kept = new ArrayList<>();
        for (int one = 0; one < gives.size(); one++) {
            boolean isDominated = false;
            for (int other = 0; other < gives.size() && !isDominated; other++) {
                if (other != one
                        && isSubset(gives.get(one), gives.get(other))
                        && isSubset(exceeds.get(other), exceeds.get(one))) {
                    boolean isEqual = gives.get(one).equals(gives.get(other))
                            && exceeds.get(one).equals(exceeds.get(other));
                    isDominated = !isEqual || other < one;
                }
            }
            if (!isDominated) {
                kept.add(one);
            }
        }
        return kept;
    }

    private static boolean isSubset(BitSet inner, BitSet outer) {
        for (int at = inner.nextSetBit(0); at >= 0; at = inner.nextSetBit(at + 1)) {
            if (!outer.get(at)) {
                return false;
            }
        }
        return true;
    }

    void run() {
        BitSet open = new BitSet();
        open.set(0, neededCount);
        greedy(open);
        rootBound = Math.max(bound(open, new BitSet()), sharedBound(open, new BitSet()));
        branch(open, new BitSet(), 0, new int[sets.size()], 0);
        Arrays.sort(best);
    }

    List<PermissionSet> chosen() {
        return Arrays.stream(best).mapToObj(sets::get).toList();
    }

    boolean isBest() {
        return !isCut;
    }

    long bound() {
        return isCut ? Math.min(rootBound, bestWeight) : bestWeight;
    }

    /** A first choice: again and again the set that costs least for each permission that is still lacking. */
    private void greedy(BitSet needed) {
        BitSet open = (BitSet) needed.clone();
        BitSet excess = new BitSet();
        List<Integer> chosen = new ArrayList<>();
        while (!open.isEmpty()) {
            int next = -1;
            double least = Double.MAX_VALUE;
            for (int set = 0; set < gives.length; set++) {
                int given = common(gives[set], open);
                double cost = given == 0 ? Double.MAX_VALUE : (0.5 + marginal(set, excess)) / given;
                if (cost < least) {
                    least = cost;
                    next = set;
                }
            }
            chosen.add(next);
            open.andNot(gives[next]);
            excess.or(exceeds[next]);
        }
        keep(chosen.stream().mapToInt(Integer::intValue).toArray(), chosen.size(), weight(excess));
    }

    private void keep(int[] chosen, int count, long weight) {
        if (weight < bestWeight || (weight == bestWeight && count < bestCount)) {
            bestWeight = weight;
            bestCount = count;
            best = Arrays.copyOf(chosen, count);
        }
    }

    private void branch(BitSet open, BitSet excess, long weight, int[] chosen, int count) {
        if (open.isEmpty()) {
            keep(chosen, count, weight);
            return;
        }
        if (nodes++ >= mostNodes) {
            isCut = true;
            return;
        }
        if ((nodes & 0xFF) == 0) {
            Cancellation.check();
        }
        long bound = weight + bound(open, excess);
        if (bound < bestWeight) {
            bound = Math.max(bound, weight + sharedBound(open, excess));
        }
        if (bound > bestWeight || (bound == bestWeight && count + fewestSets(open) >= bestCount)) {
            return;
        }
        int permission = rarest(open);
        Integer[] ordered = Arrays.stream(suppliers[permission]).boxed().toArray(Integer[]::new);
        Arrays.sort(
                ordered,
                Comparator.<Integer>comparingLong(set -> marginal(set, excess))
                        .thenComparingInt(set -> -common(gives[set], open)));
        for (int set : ordered) {
            BitSet less = (BitSet) open.clone();
            less.andNot(gives[set]);
            BitSet more = (BitSet) excess.clone();
            more.or(exceeds[set]);
            chosen[count] = set;
            branch(less, more, weight + marginal(set, excess), chosen, count + 1);
        }
    }

    /** What the dearest of the permissions that are lacking costs at least. */
    private long bound(BitSet open, BitSet excess) {
        long dearest = 0;
        for (int at = open.nextSetBit(0); at >= 0; at = open.nextSetBit(at + 1)) {
            long cheapest = Long.MAX_VALUE;
            for (int set : suppliers[at]) {
                cheapest = Math.min(cheapest, marginal(set, excess));
                if (cheapest <= dearest) {
                    break;
                }
            }
            dearest = Math.max(dearest, cheapest);
        }
        return dearest;
    }

    /**
     * A bound on all that is lacking together. Where several sets give the same thing too much, each bears its share of it: what
     * sets chosen together give too much weighs no less than their shares. A permission that is lacking then takes as much as the
     * cheapest of its suppliers still has (R. Bar-Yehuda and S. Even, 1981), and no supplier more than it has.
     */
    private long sharedBound(BitSet open, BitSet excess) {
        int[] sharing = new int[weights.length];
        double[] left = new double[gives.length];
        Arrays.fill(left, -1);
        for (int at = open.nextSetBit(0); at >= 0; at = open.nextSetBit(at + 1)) {
            for (int set : suppliers[at]) {
                if (left[set] < 0) {
                    left[set] = 0;
                    BitSet own = exceeds[set];
                    for (int one = own.nextSetBit(0); one >= 0; one = own.nextSetBit(one + 1)) {
                        sharing[one]++;
                    }
                }
            }
        }
        for (int set = 0; set < left.length; set++) {
            BitSet own = exceeds[set];
            for (int one = left[set] < 0 ? -1 : own.nextSetBit(0); one >= 0; one = own.nextSetBit(one + 1)) {
                left[set] += excess.get(one) ? 0 : (double) weights[one] / sharing[one];
            }
        }
        double bound = 0;
        for (int at = open.nextSetBit(0); at >= 0; at = open.nextSetBit(at + 1)) {
            double taken = Double.MAX_VALUE;
            for (int set : suppliers[at]) {
                taken = Math.min(taken, left[set]);
            }
            for (int set : suppliers[at]) {
                left[set] -= taken;
            }
            bound += taken;
        }
        // weights are whole, sums of shares are not quite
        return (long) Math.ceil(bound - 1e-6);
    }

    /** So many sets more are needed at least: no set gives more of what is lacking than the one that gives most. */
    private int fewestSets(BitSet open) {
        int most = 1;
        for (BitSet given : gives) {
            most = Math.max(most, common(given, open));
        }
        return (open.cardinality() + most - 1) / most;
    }

    private int rarest(BitSet open) {
        int rarest = -1;
        for (int at = open.nextSetBit(0); at >= 0; at = open.nextSetBit(at + 1)) {
            if (rarest < 0 || suppliers[at].length < suppliers[rarest].length) {
                rarest = at;
            }
        }
        return rarest;
    }

    private static int common(BitSet one, BitSet other) {
        int count = 0;
        for (int at = one.nextSetBit(0); at >= 0; at = one.nextSetBit(at + 1)) {
            count += other.get(at) ? 1 : 0;
        }
        return count;
    }

    private long marginal(int set, BitSet excess) {
        long weight = 0;
        BitSet own = exceeds[set];
        for (int at = own.nextSetBit(0); at >= 0; at = own.nextSetBit(at + 1)) {
            weight += excess.get(at) ? 0 : weights[at];
        }
        return weight;
    }

    private long weight(BitSet excess) {
        return excess.stream().mapToLong(at -> weights[at]).sum();
    }
}

package wexa.core.access;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.IntStream;

/** Counts what people hold: permissions per person and tenant. */
final class HoldingCount {
    /** Of so few people it is not worth while to share the work. */
    private static final int FEW = 5_000;

    private HoldingCount() {}

    /** Of everybody, on all processors: each counts each distinct set of roles in a tenant once. */
    static long all(AccessIndex index, long second) {
        int parts = Math.min(Runtime.getRuntime().availableProcessors(), 1 + index.personCount() / FEW);
        return IntStream.range(0, parts)
                .parallel()
                .mapToLong(part -> of(index, second, (int) ((long) index.personCount() * part / parts), (int)
                        ((long) index.personCount() * (part + 1) / parts)))
                .sum();
    }

    private static long of(AccessIndex index, long second, int from, int until) {
        RoleSets sets = new RoleSets(index, second);
        Counted counted = new Counted(sets);
        sets.each(from, until, counted);
        return counted.all;
    }

    /** Adds up what each set of roles gives, worked out when the set first comes. */
    private static final class Counted implements RoleSets.Reader {
        private final RoleSets sets;
        private int[] bySet = new int[1 << 10];
        private int known;
        private long all;

        Counted(RoleSets sets) {
            this.sets = sets;
        }

        @Override
        public void take(int person, int tenant, int set) {
            if (set == known) {
                bySet = known == bySet.length ? Arrays.copyOf(bySet, known * 2) : bySet;
                bySet[known++] = bitCount(sets.bits(set));
            }
            all += bySet[set];
        }
    }

    private static int bitCount(long[] bits) {
        int count = 0;
        for (long word : bits) {
            count += Long.bitCount(word);
        }
        return count;
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
}

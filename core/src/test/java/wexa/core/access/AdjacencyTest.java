package wexa.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Compressed rows against a map of lists. */
class AdjacencyTest {
    static LongStream seeds() {
        return LongStream.range(1, 31);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void rowsHoldThePairsOfTheirNodeInOrder(long seed) {
        Random random = new Random(seed);
        int nodes = 1 + random.nextInt(20);
        int[] pairs = random.ints(random.nextInt(200), -1, nodes).toArray();
        Map<Integer, List<Integer>> expected = new HashMap<>();
        for (int pair = 0; pair < pairs.length; pair++) {
            expected.computeIfAbsent(pairs[pair], any -> new ArrayList<>()).add(pair);
        }
        Adjacency rows = Adjacency.byNode(nodes, pairs, pairs.length);
        for (int node = 0; node < nodes; node++) {
            assertThat(rows.row(node))
                    .containsExactly(expected.getOrDefault(node, List.of()).toArray(Integer[]::new));
        }
        assertThat(rows.row(nodes + 3)).isEmpty();
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void replacedRowsAreReadAndTheOthersStayAndTheOldStayAsTheyWere(long seed) {
        Random random = new Random(seed);
        int nodes = 5;
        int[] pairs = random.ints(30, 0, nodes).toArray();
        Adjacency before = Adjacency.byNode(nodes, pairs, pairs.length);
        int[] kept = before.row(2);
        int[] fresh = random.ints(4, 100, 200).toArray();
        // a node beyond those compiled is one that came since
        Adjacency after = before.replacing(Map.of(1, fresh, nodes, fresh));
        assertThat(after.row(1)).isEqualTo(fresh);
        assertThat(after.row(nodes)).isEqualTo(fresh);
        assertThat(after.row(2)).isEqualTo(kept);
        assertThat(before.replacedRows()).isZero();
        assertThat(after.replacedRows()).isEqualTo(2);
        assertThat(after.replacing(Map.of(1, new int[0])).row(1)).isEmpty();
        assertThat(after.row(1)).isEqualTo(fresh);
    }
}

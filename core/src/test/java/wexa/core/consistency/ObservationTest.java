package wexa.core.consistency;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.Observation.UnlinkedObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.GroupState;

/** Which of a tenant's objects are ours: nothing is lost and nothing is there twice, whatever is linked. */
class ObservationTest {
    static IntStream seeds() {
        return IntStream.range(0, 100);
    }

    private static TenantObject state(ObjectKey.Type type, String name) {
        return type == ObjectKey.Type.GROUP
                ? new GroupState(name, Set.of())
                : new AccountState(
                        name,
                        "",
                        name,
                        Optional.empty(),
                        Optional.empty(),
                        TenantObject.Activity.OPEN,
                        Set.of(),
                        Map.of());
    }

    private static ObjectKey.Type type(Random random) {
        return random.nextInt(3) == 0 ? ObjectKey.Type.GROUP : ObjectKey.Type.ACCOUNT;
    }

    private static Observation observation(Random random) {
        TreeMap<ObjectKey, Seen> objects = new TreeMap<>();
        List<UnlinkedObject> strangers = new ArrayList<>();
        for (int number = 0; number < 12; number++) {
            ObjectKey.Type type = type(random);
            if (random.nextBoolean()) {
                objects.put(
                        new ObjectKey(type, new UUID(1, number)),
                        new Seen("remote-" + number, state(type, "ours" + number)));
            } else {
                strangers.add(new UnlinkedObject(type, "remote-" + number, state(type, "theirs" + number)));
            }
        }
        return new Observation(objects, strangers);
    }

    private static Set<String> remoteIds(Observation observed) {
        Set<String> ids = new HashSet<>();
        observed.objects().values().forEach(seen -> ids.add(seen.remoteId()));
        observed.strangers().forEach(stranger -> ids.add(stranger.remoteId()));
        return ids;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void accountsWithAnIdThatTheModelDoesNotKnowAreStrangers(int seed) {
        Random random = new Random(seed);
        Observation read = observation(random);
        Set<ObjectKey> ours = new HashSet<>();
        read.objects().keySet().stream().filter(any -> random.nextBoolean()).forEach(ours::add);

        Observation known = read.known(ours::contains);
        assertThat(remoteIds(known)).as("seed %d", seed).isEqualTo(remoteIds(read));
        assertThat(known.objects().size() + known.strangers().size()).isEqualTo(12);
        assertThat(known.objects().keySet())
                .allMatch(key -> key.type() != ObjectKey.Type.ACCOUNT || ours.contains(key))
                .containsAll(read.objects().keySet().stream()
                        .filter(key -> key.type() == ObjectKey.Type.GROUP || ours.contains(key))
                        .toList());
    }
}

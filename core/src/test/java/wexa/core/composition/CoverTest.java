package wexa.core.composition;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.model.App;
import wexa.core.model.PermissionSet;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** The search for sets against trying all combinations, on instances from printed seeds. */
class CoverTest {
    private static final int PERMISSIONS = 9;

    static LongStream seeds() {
        return LongStream.range(1, 401);
    }

    private final Random random = new Random();

    private static Permission permission(String app, int number) {
        return new Permission(Key.of(app), Key.of("type"), Key.of("do" + number));
    }

    /** Weights differ, and some cost nothing. */
    private static long weight(Permission permission) {
        return switch (permission.action().text().hashCode() % 4) {
            case 0 -> 0;
            case 1 -> 10;
            case 2 -> 100;
            default -> 1;
        };
    }

    private record Instance(List<PermissionSet> sets, Set<Permission> needed) {}

    private Instance instance(long seed) {
        random.setSeed(seed);
        List<PermissionSet> sets = new ArrayList<>();
        Set<Permission> needed = new TreeSet<>();
        for (String app : List.of("one", "two")) {
            Id<App> id = Id.of(new UUID(seed, app.hashCode()));
            int count = 1 + random.nextInt(7);
            for (int number = 0; number < count; number++) {
                Set<Permission> given = new TreeSet<>();
                for (int at = 0; at < PERMISSIONS; at++) {
                    if (random.nextInt(3) == 0) {
                        given.add(permission(app, at));
                    }
                }
                sets.add(new PermissionSet(
                        Id.of(new UUID(random.nextLong(), 1)), Key.of(app + "-" + number), "Set", "", id, given));
            }
            for (int at = 0; at < PERMISSIONS; at++) {
                if (random.nextInt(3) == 0) {
                    needed.add(permission(app, at));
                }
            }
        }
        return new Instance(sets, needed);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void findsWhatTryingAllCombinationsFinds(long seed) {
        Instance instance = instance(seed);
        Cover cover = Cover.of(instance.sets(), instance.needed(), CoverTest::weight);
        Set<Permission> coverable = new HashSet<>();
        instance.sets().forEach(set -> coverable.addAll(set.permissions()));
        coverable.retainAll(instance.needed());
        long best = Long.MAX_VALUE;
        int fewest = Integer.MAX_VALUE;
        for (int some = 0; some < 1 << instance.sets().size(); some++) {
            Set<Permission> given = new HashSet<>();
            for (int at = 0; at < instance.sets().size(); at++) {
                if ((some & 1 << at) != 0) {
                    given.addAll(instance.sets().get(at).permissions());
                }
            }
            if (given.containsAll(coverable)) {
                given.removeAll(instance.needed());
                long weight = given.stream().mapToLong(CoverTest::weight).sum();
                int count = Integer.bitCount(some);
                if (weight < best || (weight == best && count < fewest)) {
                    best = weight;
                    fewest = count;
                }
            }
        }
        assertThat(cover.isBest()).isTrue();
        assertThat(cover.weight()).isEqualTo(best).isEqualTo(cover.bound());
        assertThat(cover.sets()).hasSize(fewest);
        Set<Permission> given = new HashSet<>();
        cover.sets().forEach(set -> given.addAll(set.permissions()));
        assertThat(given).containsAll(coverable);
        assertThat(cover.missing())
                .isEqualTo(instance.needed().stream()
                        .filter(one -> !coverable.contains(one))
                        .collect(java.util.stream.Collectors.toSet()));
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void withoutTimeItSaysHowMuchBetterAnotherChoiceCouldBe(long seed) {
        Instance instance = instance(seed);
        Cover best = Cover.of(instance.sets(), instance.needed(), CoverTest::weight);
        Cover hasty = Cover.of(instance.sets(), instance.needed(), CoverTest::weight, 1);
        assertThat(hasty.missing()).isEqualTo(best.missing());
        assertThat(best.weight()).isBetween(hasty.bound(), hasty.weight());
        assertThat(hasty.gap()).isNotNegative();
    }

    @Test
    void nothingIsNeededForNothing() {
        Instance instance = instance(1);
        Cover cover = Cover.of(instance.sets(), Set.of(), CoverTest::weight);
        assertThat(cover.sets()).isEmpty();
        assertThat(cover.isBest()).isTrue();
    }
}

package wexa.core.governance;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.model.Fact;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** Reaching a unit reaches those below it, and containing is reaching all that the other reaches. */
class ReachTest {
    private static final List<Id<Tenant>> TENANTS = IntStream.range(0, 4)
            .mapToObj(number -> Id.<Tenant>of(new UUID(1, number)))
            .toList();

    private final List<Unit> units = new ArrayList<>();

    private Model tree(Random random) {
        for (int number = 0; number < 8; number++) {
            Optional<Id<Unit>> parent = number == 0 || random.nextInt(4) == 0
                    ? Optional.empty()
                    : Optional.of(units.get(random.nextInt(number)).id());
            units.add(new Unit(
                    Id.of(new UUID(2, number)), Key.of("unit-" + number), "Unit " + number, parent, ZoneOffset.UTC));
        }
        return Model.of(units.stream().map(unit -> (Fact) unit).toList());
    }

    private static <T> Optional<Set<Id<T>>> some(Random random, List<Id<T>> all) {
        return random.nextInt(4) == 0
                ? Optional.empty()
                : Optional.of(all.stream().filter(one -> random.nextInt(3) == 0).collect(Collectors.toSet()));
    }

    private Reach reach(Random random) {
        return new Reach(
                some(random, TENANTS), some(random, units.stream().map(Unit::id).toList()));
    }

    static IntStream seeds() {
        return IntStream.range(0, 300);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aUnitIsCoveredIfItOrOneAboveItIsNamed(int seed) {
        Random random = new Random(seed);
        Model model = tree(random);
        Reach reach = reach(random);
        for (Unit unit : units) {
            boolean expected = reach.units().isEmpty();
            for (Optional<Unit> at = Optional.of(unit);
                    at.isPresent();
                    at = at.get().parent().map(this::unit)) {
                Id<Unit> id = at.get().id();
                expected |= reach.units().map(some -> some.contains(id)).orElse(false);
            }
            assertThat(reach.covers(unit.id(), model))
                    .as("seed %d, %s", seed, unit.key())
                    .isEqualTo(expected);
        }
    }

    private Unit unit(Id<Unit> id) {
        return units.stream().filter(unit -> unit.id().equals(id)).findFirst().orElseThrow();
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsContainedCoversNothingMore(int seed) {
        Random random = new Random(seed);
        Model model = tree(random);
        Reach wide = reach(random);
        Reach other = reach(random);
        if (wide.contains(other, model)) {
            assertThat(TENANTS).allMatch(tenant -> wide.covers(tenant) || !other.covers(tenant));
            assertThat(units).allMatch(unit -> wide.covers(unit.id(), model) || !other.covers(unit.id(), model));
        } else {
            boolean isMore = TENANTS.stream().anyMatch(tenant -> other.covers(tenant) && !wide.covers(tenant))
                    || units.stream().anyMatch(unit -> other.covers(unit.id(), model) && !wide.covers(unit.id(), model))
                    || (other.tenants().isEmpty() && wide.tenants().isPresent())
                    || (other.units().isEmpty() && wide.units().isPresent());
            assertThat(isMore).as("seed %d", seed).isTrue();
        }
        assertThat(wide.contains(wide, model)).isTrue();
        assertThat(Reach.EVERYWHERE.contains(wide, model)).isTrue();
    }

    @Test
    void unitsThatGoRoundInACircleAreNobodys() {
        Id<Unit> one = Id.of(new UUID(3, 1));
        Id<Unit> two = Id.of(new UUID(3, 2));
        Model model = Model.of(List.of(
                new Unit(one, Key.of("one"), "One", Optional.of(two), ZoneOffset.UTC),
                new Unit(two, Key.of("two"), "Two", Optional.of(one), ZoneOffset.UTC)));
        Reach elsewhere = new Reach(Optional.empty(), Optional.of(Set.of(Id.of(new UUID(3, 3)))));
        assertThat(elsewhere.covers(one, model)).isFalse();
    }
}

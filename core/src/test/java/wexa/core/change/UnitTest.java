package wexa.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Unit;
import wexa.core.unit.UnitChange;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** Units that are changed, moved and merged, on random models with a tree of units. */
class UnitTest {
    private static final int MODELS = 60;

    /** A random model whose units are a tree. */
    private static final class Tree {
        private final RandomModel made;
        private final List<Unit> units = new ArrayList<>();
        private final Model model;

        Tree(long seed) {
            made = new RandomModel(seed);
            List<Effect> effects = new ArrayList<>();
            units.addAll(made.units);
            for (int number = 0; number < 5; number++) {
                Unit unit = new Unit(
                        made.id(),
                        Key.of("below-" + number),
                        "Below " + number,
                        Optional.of(units.get(made.random.nextInt(units.size())).id()),
                        ZoneOffset.UTC);
                units.add(unit);
                effects.add(Effect.make(unit));
            }
            model = made.model().with(effects);
        }

        private boolean isAtOrBelow(Id<Unit> unit, Id<Unit> above) {
            Optional<Id<Unit>> at = Optional.of(unit);
            while (at.isPresent() && !at.get().equals(above)) {
                at = model.table(Kind.UNIT).get(at.get()).parent();
            }
            return at.isPresent();
        }
    }

    private final Tree tree = new Tree(1);

    /** Everybody is where they were, with the one unit read as the other; nothing names the unit that went. */
    @Test
    void mergingReadsOneUnitAsTheOtherEverywhere() {
        int merged = 0;
        for (int seed = 0; seed < MODELS; seed++) {
            Tree one = new Tree(seed);
            Unit going = one.made.pick(one.units);
            Unit taking = one.made.pick(one.units);
            Resolution resolution = new UnitChange.Merge(going.id(), taking.id()).resolve(one.model, RandomModel.NOW);
            assertThat(resolution.isBlocked()).isEqualTo(one.isAtOrBelow(taking.id(), going.id()));
            if (resolution.isBlocked()) {
                continue;
            }
            merged++;
            Model after = one.model.with(resolution.effects());
            assertThat(after.table(Kind.UNIT).find(going.id())).isEmpty();
            one.model.table(Kind.ENGAGEMENT).stream().forEach(before -> {
                Engagement now = after.table(Kind.ENGAGEMENT).get(before.id());
                assertThat(now.unit()).isEqualTo(before.unit().equals(going.id()) ? taking.id() : before.unit());
            });
            assertThat(after.groups().stream()
                            .map(Group::condition)
                            .flatMap(Optional::stream)
                            .flatMap(rule -> rule.units().stream()))
                    .doesNotContain(going.id());
            assertThat(after.table(Kind.UNIT).stream()
                            .map(Unit::parent)
                            .flatMap(Optional::stream)
                            .collect(Collectors.toSet()))
                    .doesNotContain(going.id());
        }
        assertThat(merged).isGreaterThan(MODELS / 4);
    }

    @Test
    void aUnitIsMovedAnywhereButBelowItself() {
        for (Unit unit : tree.units) {
            for (Unit parent : tree.units) {
                Unit moved = new Unit(unit.id(), unit.key(), unit.name(), Optional.of(parent.id()), unit.zone());
                Resolution resolution = new UnitChange.Edit(moved).resolve(tree.model, RandomModel.NOW);
                assertThat(resolution.isBlocked())
                        .as("%s below %s", unit.name(), parent.name())
                        .isEqualTo(tree.isAtOrBelow(parent.id(), unit.id()));
            }
        }
    }

    @Test
    void aShortNameOfAnotherUnitIsRefusedAndOnesOwnIsNot() {
        Unit one = tree.units.get(0);
        Unit other = tree.units.get(1);
        Unit twin = new Unit(one.id(), other.key(), one.name(), one.parent(), one.zone());
        assertThat(new UnitChange.Edit(twin)
                        .resolve(tree.model, RandomModel.NOW)
                        .isBlocked())
                .isTrue();
        Unit renamed = new Unit(
                one.id(), one.key(), "Renamed", one.parent(), one.zone(), Optional.empty(), Optional.of("CC-1"));
        Resolution resolution = new UnitChange.Edit(renamed).resolve(tree.model, RandomModel.NOW);
        assertThat(resolution.effects()).containsExactly(Effect.replace(one, renamed));
    }
}

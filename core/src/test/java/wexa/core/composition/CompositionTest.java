package wexa.core.composition;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.AccessIndex;
import wexa.core.composition.Composition.Cell;
import wexa.core.composition.Composition.Presence;
import wexa.core.model.Effect;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** What a role is said to be made of against what it gives when it is compiled so, on models from printed seeds. */
class CompositionTest {
    static LongStream seeds() {
        return LongStream.range(1, 41);
    }

    private final List<Role> tried = new ArrayList<>();

    /** The role with a set more or fewer, an included role more or fewer, and an exclusion. */
    private static Role edited(RandomModel made, Role role) {
        List<Id<PermissionSet>> sets = new ArrayList<>(role.sets());
        Id<PermissionSet> set = made.pick(made.sets).id();
        if (!sets.remove(set)) {
            sets.add(set);
        }
        // roles that come before it in the model do not include it
        List<Role> below = made.roles.subList(0, made.roles.indexOf(role));
        List<Id<Role>> includes = new ArrayList<>(role.includes());
        if (!below.isEmpty()) {
            Id<Role> one = made.pick(below).id();
            if (!includes.remove(one)) {
                includes.add(one);
            }
        }
        Set<Permission> exclusions = new TreeSet<>(role.exclusions());
        exclusions.add(made.pick(made.pick(made.apps).permissions()));
        return new Role(
                role.id(), role.key(), role.name(), role.description(), role.owner(), sets, includes, exclusions);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void givesWhatTheCompiledRoleGivesBeforeAndAfter(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        AccessIndex before = AccessIndex.compile(model);
        for (Role role : made.roles) {
            Role next = edited(made, role);
            tried.add(next);
            List<Effect> effects = List.of(Effect.replace(role, next));
            Model with = model.with(effects);
            AccessIndex after = before.updated(with, effects);
            Composition composition = Composition.of(next, Optional.of(role), with, after);
            assertThat(given(composition, true)).isEqualTo(after.permissionsOf(role.id()));
            assertThat(given(composition, false)).isEqualTo(before.permissionsOf(role.id()));
            assertCells(composition);
            assertRedundancies(composition, next, with, after);
        }
        assertThat(tried).hasSameSizeAs(made.roles);
    }

    private static Set<Permission> given(Composition composition, boolean isAfter) {
        Set<Permission> given = new HashSet<>();
        composition.lines().stream()
                .filter(line -> isAfter ? line.isGiven() : line.wasGiven())
                .forEach(line -> given.add(line.permission()));
        return given;
    }

    private static void assertCells(Composition composition) {
        for (Composition.Line line : composition.lines()) {
            boolean isBrought = false;
            for (int column = 0; column < line.cells().size(); column++) {
                isBrought |= line.cells().get(column) == Cell.GIVES
                        && composition.ingredients().get(column).presence() != Presence.REMOVED;
            }
            assertThat(line.isGiven()).as("%s", line).isEqualTo(isBrought && !line.isExcluded());
        }
    }

    private static Id<?> id(Composition.Ingredient ingredient) {
        return switch (ingredient.part()) {
            case Composition.Part.OfRole inner -> inner.role().id();
            case Composition.Part.OfSet inner -> inner.set().id();
        };
    }

    /** An ingredient is redundant if and only if the role gives the same without it. */
    private static void assertRedundancies(Composition composition, Role role, Model model, AccessIndex index) {
        for (Composition.Ingredient ingredient : composition.ingredients()) {
            if (ingredient.presence() == Presence.REMOVED) {
                continue;
            }
            List<Id<PermissionSet>> sets = new ArrayList<>(role.sets());
            List<Id<Role>> includes = new ArrayList<>(role.includes());
            sets.removeIf(set -> set.equals(id(ingredient)));
            includes.removeIf(one -> one.equals(id(ingredient)));
            Role without = new Role(
                    role.id(),
                    role.key(),
                    role.name(),
                    role.description(),
                    role.owner(),
                    sets,
                    includes,
                    role.exclusions());
            List<Effect> effects = List.of(Effect.replace(role, without));
            Set<Permission> left = index.updated(model.with(effects), effects).permissionsOf(role.id());
            assertThat(ingredient.isRedundant())
                    .as("%s", ingredient)
                    .isEqualTo(left.equals(index.permissionsOf(role.id())));
        }
    }
}

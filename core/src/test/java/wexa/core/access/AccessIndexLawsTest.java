package wexa.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomEffects;
import wexa.core.RandomModel;
import wexa.core.Reference;
import wexa.core.model.Area;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** The compiled index against the reference, on models from printed seeds. */
class AccessIndexLawsTest {
    static LongStream seeds() {
        return LongStream.range(1, 26);
    }

    private static List<Instant> instants() {
        return List.of(
                RandomModel.NOW.minusSeconds(86_400 * 4), RandomModel.NOW, RandomModel.NOW.plusSeconds(86_400 * 6));
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void indexSaysWhatTheReferenceSays(long seed) {
        Model model = new RandomModel(seed).model();
        AccessIndex index = AccessIndex.compile(model);
        for (Instant at : instants()) {
            assertAgrees(index, model, at);
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void updatedIndexSaysWhatACompiledOneSays(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        AccessIndex index = AccessIndex.compile(model);
        for (int round = 0; round < 4; round++) {
            List<Effect> effects = RandomEffects.of(made, model);
            model = model.with(effects);
            index = index.updated(model, effects);
        }
        for (Instant at : instants()) {
            assertAgrees(index, model, at);
            assertThat(index.countHeld(at)).isEqualTo(AccessIndex.compile(model).countHeld(at));
        }
    }

    private static void assertAgrees(AccessIndex index, Model model, Instant at) {
        Reference reference = new Reference(model, at);
        for (Tenant tenant : model.tenants().stream().toList()) {
            List<Optional<Id<Area>>> places = new ArrayList<>(List.of(Optional.empty()));
            model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id()).forEach(area -> places.add(Optional.of(area.id())));
            List<Permission> permissions = model.appOf(tenant).permissions();
            for (Optional<Id<Area>> place : places) {
                for (int number = 0; number < permissions.size(); number += 1 + permissions.size() / 7) {
                    assertAgrees(index, model, at, reference, tenant, place, permissions.get(number));
                }
            }
        }
    }

    private static void assertAgrees(
            AccessIndex index,
            Model model,
            Instant at,
            Reference reference,
            Tenant tenant,
            Optional<Id<Area>> place,
            Permission permission) {
        Set<Id<Person>> expected = new HashSet<>();
        for (Person person : model.people().stream().toList()) {
            boolean holds = reference.holds(person, tenant, place, permission);
            if (holds) {
                expected.add(person.id());
            }
            assertThat(index.of(person.id(), at).holds(tenant.id(), place, permission))
                    .as("%s %s at %s in %s", person.handle(), permission, place, tenant.key())
                    .isEqualTo(holds);
        }
        assertThat(index.who(tenant.id(), place, permission, at).all()).containsExactlyInAnyOrderElementsOf(expected);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void pathsGiveExactlyWhatIsHeldAndTheirWindowsContainTheInstant(long seed) {
        Model model = new RandomModel(seed).model();
        AccessIndex index = AccessIndex.compile(model);
        for (Instant at : instants()) {
            long byPaths = 0;
            for (Person person : model.people().stream().toList()) {
                List<Path> paths = index.paths(person.id(), at);
                for (Access.Reach reach : index.of(person.id(), at).reaches()) {
                    Set<Permission> given = new HashSet<>();
                    paths.stream()
                            .filter(path -> path.grant().tenant().equals(reach.tenant())
                                    && path.grant().area().equals(reach.area()))
                            .forEach(path -> given.addAll(path.permissions()));
                    assertThat(given).isEqualTo(reach.permissions());
                }
                assertThat(paths)
                        .allSatisfy(
                                path -> assertThat(path.window().contains(at)).isTrue());
                byPaths += index.of(person.id(), at).count();
            }
            assertThat(index.countHeld(at)).isEqualTo(byPaths);
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void membersOfAGroupAreThoseWhomTheReferencePutsThere(long seed) {
        Model model = new RandomModel(seed).model();
        AccessIndex index = AccessIndex.compile(model);
        Reference reference = new Reference(model, RandomModel.NOW);
        model.groups().forEach(group -> {
            List<Id<Person>> expected = model.people().stream()
                    .filter(person -> reference.isIn(new Subject.OfPerson(person.id()), group.id()))
                    .map(Person::id)
                    .toList();
            assertThat(index.membersOf(group.id(), RandomModel.NOW).all())
                    .containsExactlyInAnyOrderElementsOf(expected);
        });
    }

    /** Across an update, across a role that changed, and across an index with other numbers. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsBeyondAnotherAccessIsWhatOneByOneDoesNotHoldThere(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        AccessIndex index = AccessIndex.compile(model);
        List<Effect> effects = RandomEffects.of(made, model);
        Model next = model.with(effects);
        Role role = made.pick(made.roles);
        Role emptied = new Role(
                role.id(),
                role.key(),
                role.name(),
                role.description(),
                role.owner(),
                List.of(),
                role.includes(),
                Set.of());
        List<Effect> roleEffects = List.of(Effect.replace(next.roles().get(role.id()), emptied));
        Model after = next.with(roleEffects);
        AccessIndex updated = index.updated(next, effects).updated(after, roleEffects);
        for (AccessIndex other : List.of(updated, AccessIndex.compile(after))) {
            for (Person person : after.people().stream().toList()) {
                assertBeyond(index.of(person.id(), RandomModel.NOW), other.of(person.id(), RandomModel.NOW));
                assertBeyond(other.of(person.id(), RandomModel.NOW), index.of(person.id(), RandomModel.NOW));
            }
        }
    }

    private static void assertBeyond(Access access, Access other) {
        Set<String> expected = new HashSet<>();
        for (Access.Reach reach : access.reaches()) {
            for (Permission permission : reach.permissions()) {
                if (!other.holds(reach.tenant(), reach.area(), permission)) {
                    expected.add(reach.tenant() + " " + reach.area() + " " + permission);
                }
            }
        }
        Set<String> found = new HashSet<>();
        access.beyond(other)
                .forEach(reach -> reach.permissions()
                        .forEach(permission -> found.add(reach.tenant() + " " + reach.area() + " " + permission)));
        assertThat(found).isEqualTo(expected);
    }
}

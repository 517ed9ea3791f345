package wexa.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.Reference;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** Who alone holds something, against asking the reference about everybody. Models from printed seeds. */
class SoleHoldersTest {
    static LongStream seeds() {
        return LongStream.range(1, 31);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void isWhoeverTheReferenceFindsAlone(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        Id<Person> leftOut = made.people.get(0).id();
        Map<String, Set<Permission>> found = new HashMap<>();
        SoleHolders.of(AccessIndex.compile(model), RandomModel.NOW, person -> !person.equals(leftOut))
                .forEach(sole -> found.put(sole.person() + " " + sole.tenant(), sole.permissions()));
        Map<String, Set<Permission>> expected = new HashMap<>();
        Reference reference = new Reference(model, RandomModel.NOW);
        for (Tenant tenant : made.tenants) {
            for (Permission permission : model.appOf(tenant).permissions()) {
                Set<Id<Person>> holders = new HashSet<>();
                for (Person person : made.people) {
                    if (!person.id().equals(leftOut) && isHeld(made, tenant, person, permission, reference)) {
                        holders.add(person.id());
                    }
                }
                if (holders.size() == 1) {
                    expected.computeIfAbsent(holders.iterator().next() + " " + tenant.id(), any -> new HashSet<>())
                            .add(permission);
                }
            }
        }
        assertThat(found).isEqualTo(expected);
    }

    private static boolean isHeld(
            RandomModel made, Tenant tenant, Person person, Permission permission, Reference reference) {
        return Stream.concat(
                        Stream.of(Optional.<Id<wexa.core.model.Area>>empty()),
                        made.areas.stream()
                                .filter(area -> area.tenant().equals(tenant.id()))
                                .map(area -> Optional.of(area.id())))
                .anyMatch(area -> reference.holds(person, tenant, area, permission));
    }
}

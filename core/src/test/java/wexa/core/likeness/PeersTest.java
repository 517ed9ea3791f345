package wexa.core.likeness;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.AccessIndex;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Window;

class PeersTest {
    static LongStream seeds() {
        return LongStream.range(0, 30);
    }

    /** Counted plainly: who has what directly, with no end of its own. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void rolesAreCountedAsTheyAreHeld(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        Engagement like = made.pick(made.engagements);
        Peers peers = new Peers(model, AccessIndex.compile(model), RandomModel.NOW);
        List<Id<Person>> near = peers.nearest(Profile.of(like), like.person());
        for (Trait trait : peers.traits(near, Profile.of(like))) {
            assertThat(trait.of()).isEqualTo(near.size());
            if (trait.thing() instanceof Trait.HasRole role) {
                long having = near.stream()
                        .filter(person -> model.table(Kind.ASSIGNMENT).stream()
                                .anyMatch(one -> one.subject().equals(new Subject.OfPerson(person))
                                        && one.role().equals(role.role())
                                        && one.tenant().equals(role.tenant())
                                        && one.area().equals(role.area())
                                        && one.window().isOpenEnded()
                                        && one.window().contains(RandomModel.NOW)))
                        .count();
                assertThat(trait.having()).isEqualTo((int) having);
                assertThat(trait.verdict()).isEqualTo(Trait.judged((int) having, near.size()));
            }
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void peersAreHereNowAndNobodyNearerIsLeftOut(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        Engagement like = made.pick(made.engagements);
        Profile profile = Profile.of(like);
        List<Id<Person>> near =
                new Peers(model, AccessIndex.compile(model), RandomModel.NOW).nearest(profile, like.person());
        int furthest = near.stream()
                .mapToInt(person -> nearness(model, profile, person))
                .min()
                .orElse(Integer.MAX_VALUE);
        assertThat(near).doesNotContain(like.person()).doesNotHaveDuplicates().hasSizeLessThanOrEqualTo(12);
        assertThat(near).allMatch(person -> Profile.isPeer(nearness(model, profile, person)));
        if (near.size() < 12) {
            assertThat(model.people().stream()
                            .map(Person::id)
                            .filter(person -> !person.equals(like.person()))
                            .filter(person -> nearness(model, profile, person) > furthest))
                    .allMatch(near::contains);
        }
    }

    private static int nearness(Model model, Profile profile, Id<Person> person) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person).stream()
                .filter(one -> one.window().contains(RandomModel.NOW))
                .mapToInt(profile::nearness)
                .max()
                .orElse(0);
    }

    @Test
    void whatOneAloneHasIsPeculiarAndWhatEndsIsLeftOut() {
        RandomModel made = new RandomModel(3);
        List<Assignment> given = new ArrayList<>();
        List<Id<Person>> crew = new ArrayList<>();
        for (int number = 0; number < 4; number++) {
            Person person = new Person(
                    made.id(),
                    Handle.of("crew." + number),
                    "Crew",
                    "Member",
                    Optional.empty(),
                    Optional.empty(),
                    Key.of("skerrow"),
                    Optional.empty(),
                    Map.of());
            crew.add(person.id());
            made.people.add(person);
            made.engagements.add(new Engagement(
                    made.id(),
                    person.id(),
                    EngagementKind.EMPLOYEE,
                    Optional.empty(),
                    made.units.get(0).id(),
                    "Diver",
                    Optional.empty(),
                    Window.ALWAYS));
            given.add(role(made, person, 0, Window.ALWAYS));
        }
        given.add(role(made, made.people.get(made.people.size() - 1), 1, Window.ALWAYS));
        made.people
                .subList(made.people.size() - 4, made.people.size())
                .forEach(person -> given.add(
                        role(made, person, 2, Window.of(RandomModel.NOW, RandomModel.NOW.plusSeconds(86_400)))));
        made.assignments.addAll(given);
        Model model = made.model();
        Peers peers = new Peers(model, AccessIndex.compile(model), RandomModel.NOW);
        Profile diver = new Profile(EngagementKind.EMPLOYEE, made.units.get(0).id(), "Diver");
        assertThat(peers.nearest(diver, made.id())).containsExactlyInAnyOrderElementsOf(crew);
        assertThat(peers.traits(crew, diver))
                .filteredOn(trait -> trait.thing() instanceof Trait.HasRole)
                .extracting(Trait::having, Trait::verdict)
                .containsExactlyInAnyOrder(
                        tuple(4, Trait.Verdict.COMMON),
                        tuple(1, Trait.Verdict.PECULIAR),
                        tuple(0, Trait.Verdict.LIMITED));
        assertThat(peers.has(crew.get(0)))
                .filteredOn(thing -> thing instanceof Trait.HasRole)
                .hasSize(2);
    }

    private static Assignment role(RandomModel made, Person person, int role, Window window) {
        return new Assignment(
                made.id(),
                new Subject.OfPerson(person.id()),
                made.roles.get(role).id(),
                made.tenants.get(0).id(),
                Optional.empty(),
                window,
                Optional.empty(),
                "");
    }
}

package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.EveryKind;
import wexa.core.RandomModel;
import wexa.core.Uses;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.model.Area;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** What the marks of effects say of people, over facts of every kind, against comparing everybody. */
class MarksLawsTest {
    static LongStream seeds() {
        return LongStream.range(0, 16);
    }

    private record Case(Snapshot before, Model after, AccessIndex index, List<Effect> effects) {
        static Case of(RandomModel made, List<Effect> effects) {
            Model before = made.model();
            Model after = before.with(effects);
            return new Case(Snapshot.compile(1, before), after, AccessIndex.compile(after), effects);
        }

        Set<Id<Person>> marked(Instant at) {
            return Impact.affected(before, after, index, effects, at);
        }
    }

    /** Each effect alone, and some of them together in the order of their kinds. */
    private static List<Case> cases(long seed) {
        List<Case> cases = new ArrayList<>();
        RandomModel made = new RandomModel(seed);
        List<Effect> all = EveryKind.of(made);
        all.forEach(effect -> cases.add(Case.of(made, List.of(effect))));
        List<Integer> places = new ArrayList<>();
        for (int place = 0; place < all.size(); place++) {
            places.add(place);
        }
        Collections.shuffle(places, new Random(seed));
        List<Integer> some = new ArrayList<>(places.subList(0, all.size() / 2));
        Collections.sort(some);
        cases.add(Case.of(made, some.stream().map(all::get).toList()));
        return cases;
    }

    private static List<Instant> instants() {
        List<Instant> instants = new ArrayList<>();
        for (int days = -1; days < 12; days += 3) {
            instants.add(RandomModel.NOW.plus(Duration.ofDays(days)));
        }
        return instants;
    }

    private static Set<Impact.Shift> shifts(Case tried, Person person, Instant at, boolean gained) {
        Access had = tried.before().index().of(person.id(), at);
        Access has = tried.index().of(person.id(), at);
        Set<Impact.Shift> shifts = new HashSet<>();
        for (Access.Reach reach : gained ? has.beyond(had) : had.beyond(has)) {
            reach.permissions()
                    .forEach(permission ->
                            shifts.add(new Impact.Shift(person.id(), reach.tenant(), reach.area(), permission)));
        }
        return shifts;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void theImpactIsWhatComparingEverybodyFinds(long seed) {
        for (Case tried : cases(seed)) {
            for (Instant at : instants()) {
                Set<Impact.Shift> gains = new HashSet<>();
                Set<Impact.Shift> losses = new HashSet<>();
                for (Person person : tried.after().people().stream().toList()) {
                    gains.addAll(shifts(tried, person, at, true));
                    losses.addAll(shifts(tried, person, at, false));
                }
                Impact impact = Impact.of(tried.before(), tried.after(), tried.index(), tried.effects(), at);
                assertThat(new HashSet<>(impact.gains()))
                        .as("%s", tried.effects())
                        .isEqualTo(gains);
                assertThat(new HashSet<>(impact.losses()))
                        .as("%s", tried.effects())
                        .isEqualTo(losses);
            }
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whoIsNotMarkedHoldsAndCanUseWhatTheyCould(long seed) {
        for (Case tried : cases(seed)) {
            for (Instant at : instants()) {
                Set<Id<Person>> marked = tried.marked(at);
                for (Person person : tried.before().model().people().stream().toList()) {
                    if (!marked.contains(person.id())) {
                        assertThat(Uses.of(tried.after(), tried.index(), person, at))
                                .as("%s after %s", person.handle(), tried.effects())
                                .isEqualTo(Uses.of(
                                        tried.before().model(), tried.before().index(), person, at));
                    }
                }
            }
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void theIndexThatFollowsTheMarksSaysWhatOneMadeAnewSays(long seed) {
        for (Case tried : cases(seed)) {
            AccessIndex followed = tried.before().index().updated(tried.after(), tried.effects());
            for (Instant at : instants()) {
                for (Person person : tried.after().people().stream().toList()) {
                    assertThat(Uses.of(tried.after(), followed, person, at))
                            .as("%s after %s", person.handle(), tried.effects())
                            .isEqualTo(Uses.of(tried.after(), tried.index(), person, at));
                }
                tried.after()
                        .groups()
                        .forEach(group -> assertThat(
                                        followed.membersOf(group.id(), at).all())
                                .containsExactlyInAnyOrderElementsOf(
                                        tried.index().membersOf(group.id(), at).all()));
            }
        }
    }

    /** What somebody can use: the slow way, one by one. */
    private static Set<Impact.Shift> usable(Model model, AccessIndex index, Person person, Instant at) {
        Set<Impact.Shift> usable = new HashSet<>();
        if (model.people().find(person.id()).isPresent()) {
            for (Access.Reach reach : index.of(person.id(), at).reaches()) {
                Usability usability = Usability.of(model, person.id(), reach.tenant(), at);
                reach.permissions().stream()
                        .filter(permission -> usability.blocks(permission).isEmpty())
                        .forEach(permission ->
                                usable.add(new Impact.Shift(person.id(), reach.tenant(), reach.area(), permission)));
            }
        }
        return usable;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatCanBeUsedIsWhatCouldBeWithWhatTheImpactSays(long seed) {
        for (Case tried : cases(seed)) {
            if (tried.effects().stream().anyMatch(effect -> effect.kind() == Kind.AREA)) {
                // an impact is told at the areas at which something is given, and does not tell of areas that were
                // moved
                continue;
            }
            for (Instant at : instants()) {
                Impact impact = Impact.of(tried.before(), tried.after(), tried.index(), tried.effects(), at);
                Set<Impact.Shift> could = new HashSet<>();
                Set<Impact.Shift> can = new HashSet<>();
                for (Person person : tried.before().model().people().stream().toList()) {
                    could.addAll(usable(tried.before().model(), tried.before().index(), person, at));
                }
                for (Person person : tried.after().people().stream().toList()) {
                    can.addAll(usable(tried.after(), tried.index(), person, at));
                }
                Set<Impact.Shift> more = new HashSet<>(impact.started());
                impact.gains().stream()
                        .filter(shift -> !impact.blocked().containsKey(shift))
                        .forEach(more::add);
                Set<Impact.Shift> less = new HashSet<>(impact.losses());
                Set<Impact.Shift> useless = new HashSet<>(impact.losses());
                useless.retainAll(impact.blocked().keySet());
                less.removeAll(useless);
                assertThat(could.containsAll(less)).as("%s", tried.effects()).isTrue();
                assertThat(Collections.disjoint(could, useless)).isTrue();
                less.addAll(impact.stopped());
                Set<Impact.Shift> wideCould = below(could, tried.before().model());
                Set<Impact.Shift> wideCan = below(can, tried.after());
                assertThat(can.containsAll(more)).as("%s", tried.effects()).isTrue();
                assertThat(Collections.disjoint(can, impact.stopped())).isTrue();
                assertThat(without(wideCan, wideCould))
                        .as("gained by %s", tried.effects())
                        .isSubsetOf(below(more, tried.after()));
                assertThat(without(wideCould, wideCan))
                        .as("lost by %s", tried.effects())
                        .isSubsetOf(below(less, tried.before().model()));
            }
        }
    }

    private static Set<Impact.Shift> without(Set<Impact.Shift> from, Set<Impact.Shift> other) {
        Set<Impact.Shift> left = new HashSet<>(from);
        left.removeAll(other);
        return left;
    }

    /** What holds at an area holds below it, and what holds without one everywhere in the tenant. */
    private static Set<Impact.Shift> below(Set<Impact.Shift> shifts, Model model) {
        Set<Impact.Shift> all = new HashSet<>(shifts);
        for (Impact.Shift shift : shifts) {
            for (Area area : model.table(Kind.AREA).by(Area.BY_TENANT, shift.tenant())) {
                Optional<Area> at = Optional.of(area);
                while (at.isPresent() && !shift.area().equals(at.map(Area::id))) {
                    at = at.get().parent().map(model.table(Kind.AREA)::get);
                }
                if (at.isPresent() || shift.area().isEmpty()) {
                    all.add(new Impact.Shift(
                            shift.person(), shift.tenant(), Optional.of(area.id()), shift.permission()));
                }
            }
        }
        return all;
    }
}

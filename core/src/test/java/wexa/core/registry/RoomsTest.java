package wexa.core.registry;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.EveryKind;
import wexa.core.RandomModel;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Room;
import wexa.core.value.Window;

class RoomsTest {
    static LongStream seeds() {
        return LongStream.range(0, 40);
    }

    @Test
    void eachKindHasOneRoomAndEachSealedFactAKind() {
        assertThat(Rooms.ALL.stream().map(Room::kind).toList()).isEqualTo(Kind.all());
        assertThat(Kind.all().stream().map(Kind::type).collect(Collectors.toSet()))
                .isEqualTo(Set.of(Fact.class.getPermittedSubclasses()));
        assertThat(EveryKind.of(new RandomModel(1)).stream().map(Effect::kind).distinct())
                .as("the laws are tried on every kind")
                .containsExactlyElementsOf(Kind.all());
    }

    /** The windows that facts have, taken from what they are declared with. */
    private static List<Window> declared(Fact fact) {
        List<Window> found = new ArrayList<>();
        for (var component : fact.getClass().getRecordComponents()) {
            try {
                Object value = component.getAccessor().invoke(fact);
                if (value instanceof Window window) {
                    found.add(window);
                } else if (value instanceof List<?> list) {
                    list.stream()
                            .filter(Window.class::isInstance)
                            .map(Window.class::cast)
                            .forEach(found::add);
                }
            } catch (ReflectiveOperationException closed) {
                throw new AssertionError(closed);
            }
        }
        return found;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void everyWindowOfAFactIsToldWithTheEndOfTheEngagementThatItFollows(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        for (Effect effect : EveryKind.of(made)) {
            for (Fact fact : List.of(effect.before().or(effect::after).orElseThrow(), effect.subject())) {
                Set<Instant> expected = new TreeSet<>();
                declared(fact).forEach(window -> expected.addAll(List.of(window.from(), window.until())));
                if (fact instanceof Assignment assignment && assignment.window().isOpenEnded()) {
                    Optional<Engagement> followed = assignment
                            .engagement()
                            .flatMap(id -> model.table(Kind.ENGAGEMENT).find(id));
                    followed.map(Engagement::window)
                            .map(Window::until)
                            .filter(end -> end.isAfter(assignment.window().from()))
                            .ifPresent(expected::add);
                }
                if (fact instanceof Assignment assignment) {
                    assignment
                            .absence()
                            .flatMap(model.table(Kind.ABSENCE)::find)
                            .flatMap(covered -> covered.window().intersection(assignment.window()))
                            .ifPresent(span -> expected.addAll(List.of(span.from(), span.until())));
                }
                expected.removeAll(List.of(Instant.MIN, Instant.MAX));
                assertThat(Rooms.boundaries(fact, model)).isEqualTo(expected);
            }
        }
    }
}

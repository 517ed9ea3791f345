package wexa.core.ending;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictException;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** What ends soon in models made at random, against a look at every single fact. */
class EndingTest {
    private static final Instant NOW = RandomModel.NOW;

    private record Told(UUID fact, Id<Person> told, Instant until) {}

    static LongStream seeds() {
        return LongStream.range(0, 60);
    }

    /** With ends all around the thirty days, and managers. */
    private static Model ending(RandomModel made, long seed) {
        Random random = new Random(seed);
        Model model = made.model();
        List<Effect> effects = new ArrayList<>();
        for (Engagement one : model.table(Kind.ENGAGEMENT).stream().toList()) {
            Person manager = made.people.get(random.nextInt(made.people.size()));
            Engagement other = new Engagement(
                    one.id(),
                    one.person(),
                    one.kind(),
                    one.staffNumber(),
                    one.unit(),
                    one.job(),
                    random.nextInt(4) == 0 ? Optional.empty() : Optional.of(manager.id()),
                    window(random));
            effects.add(Effect.replace(one, other));
        }
        for (Membership one : model.table(Kind.MEMBERSHIP).stream().toList()) {
            effects.add(
                    Effect.replace(one, new Membership(one.id(), one.member(), one.group(), window(random), "rota")));
        }
        return model.with(effects);
    }

    private static Window window(Random random) {
        Instant from = NOW.minus(Duration.ofHours(1 + random.nextInt(2_000)));
        return random.nextInt(3) == 0
                ? Window.from(from)
                : Window.of(
                        from,
                        NOW.plus(Duration.ofHours(random.nextInt(900) - 50L)).plusSeconds(1));
    }

    private static Window windowOf(Fact fact) {
        return switch (fact) {
            case Engagement one -> one.window();
            case Membership one -> one.window();
            case Assignment one -> one.window();
            case ConflictException one -> one.window();
            case ExceptedDifference one -> one.window();
            default -> throw new IllegalArgumentException(fact.toString());
        };
    }

    private static Optional<Id<Person>> leader(Model model, Id<Person> person) {
        return MainEngagement.of(model, person, NOW).flatMap(Engagement::manager);
    }

    private static boolean isLater(Model model, Id<Person> person, Window window) {
        Optional<Engagement> main = MainEngagement.of(model, person, NOW);
        return main.isPresent() && main.get().window().until().isAfter(window.until());
    }

    private static Optional<Id<Person>> told(Model model, Fact fact) {
        return switch (fact) {
            case Engagement one -> one.manager();
            case Membership one
            when one.member() instanceof Subject.OfPerson member ->
                isLater(model, member.person(), one.window()) ? leader(model, member.person()) : Optional.empty();
            case Assignment one
            when one.subject() instanceof Subject.OfPerson person ->
                isLater(model, person.person(), one.window()) ? leader(model, person.person()) : Optional.empty();
            case Assignment one
            when one.subject() instanceof Subject.OfGroup group ->
                model.groups().get(group.group()).owners().stream()
                        .filter(owner -> PersonStatus.of(model, owner, NOW) == PersonStatus.HERE)
                        .sorted()
                        .findFirst();
            case ConflictException one -> leader(model, one.person());
            case ExceptedDifference one -> Optional.of(one.owner());
            default -> Optional.empty();
        };
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void everythingThatEndsWithinThirtyDaysIsToldOfOnceToSomebodyWhoIsHere(long seed) {
        Model model = ending(new RandomModel(seed), seed);

        List<Ending> endings = Ending.soon(model, NOW);

        Set<Told> expected = new HashSet<>();
        for (Kind<?> kind : List.of(
                Kind.ENGAGEMENT, Kind.MEMBERSHIP, Kind.ASSIGNMENT, Kind.CONFLICT_EXCEPTION, Kind.EXCEPTED_DIFFERENCE)) {
            for (Fact fact : model.table(kind).stream().toList()) {
                Window window = windowOf(fact);
                boolean isSoon = window.contains(NOW) && !window.until().isAfter(NOW.plus(Duration.ofDays(30)));
                told(model, fact)
                        .filter(one -> isSoon && PersonStatus.of(model, one, NOW) == PersonStatus.HERE)
                        .ifPresent(one -> expected.add(new Told(fact.id().value(), one, window.until())));
            }
        }
        assertThat(endings)
                .extracting(one -> new Told(one.fact(), one.told(), one.until()))
                .containsExactlyInAnyOrderElementsOf(expected);
        assertThat(endings).allMatch(one -> one.text().contains(": "));
        assertThat(endings).isSortedAccordingTo((one, other) -> one.until().compareTo(other.until()));
    }

    @Test
    void itIsDueWithThirtySevenAndOneDaysLeft() {
        UUID fact = new UUID(2, 2);
        Id<Person> told = Id.of(new UUID(1, 1));
        assertThat(new Ending(fact, told, NOW.plus(Duration.ofDays(30)), "").due(NOW))
                .isEqualTo(30);
        assertThat(new Ending(fact, told, NOW.plus(Duration.ofDays(8)), "").due(NOW))
                .isEqualTo(30);
        assertThat(new Ending(fact, told, NOW.plus(Duration.ofDays(7)), "").due(NOW))
                .isEqualTo(7);
        assertThat(new Ending(fact, told, NOW.plus(Duration.ofHours(25)), "").due(NOW))
                .isEqualTo(7);
        assertThat(new Ending(fact, told, NOW.plus(Duration.ofHours(24)), "").due(NOW))
                .isEqualTo(1);
        assertThat(new Ending(fact, told, NOW.plusSeconds(1), "").due(NOW)).isEqualTo(1);
        Ending early = new Ending(fact, told, NOW.plus(Duration.ofDays(31)), "");
        assertThatThrownBy(() -> early.due(NOW)).isInstanceOf(IllegalStateException.class);
    }
}

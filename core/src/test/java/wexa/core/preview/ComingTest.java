package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.registry.Rooms;

class ComingTest {
    static LongStream seeds() {
        return LongStream.range(0, 20);
    }

    private static List<Effect> made(Model model) {
        return Kind.all().stream()
                .flatMap(kind -> model.table(kind).stream())
                .map(Effect::make)
                .toList();
    }

    /** It is dated by the boundaries of the facts that stand, all of them, and nothing that has passed. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatComesIsWhatBeginsOrEndsLater(long seed) {
        Model model = new RandomModel(seed).model();
        Set<Instant> wanted = new TreeSet<>();
        for (Effect effect : made(model)) {
            wanted.addAll(Rooms.boundaries(effect.after().orElseThrow(), model));
        }
        wanted.removeIf(at -> !at.isAfter(RandomModel.NOW));
        List<Coming> coming = Coming.of(made(model), model, RandomModel.NOW);
        assertThat(coming).isNotEmpty().allMatch(one -> one.begins() + one.ends() > 0);
        assertThat(coming.stream().map(Coming::at)).containsExactlyElementsOf(wanted);
    }

    @Test
    void whatWasChangedAgainDoesNotCount() {
        Model model = new RandomModel(1).model();
        List<Effect> gone = made(model).stream()
                .filter(effect -> effect.kind() == Kind.MEMBERSHIP || effect.kind() == Kind.ASSIGNMENT)
                .toList();
        Model without = model.with(gone.stream().map(Effect::swapped).toList());
        assertThat(Coming.of(gone, model, RandomModel.NOW)).isNotEmpty();
        assertThat(Coming.of(gone, without, RandomModel.NOW)).isEmpty();
    }
}

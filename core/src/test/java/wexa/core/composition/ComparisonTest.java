package wexa.core.composition;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.composition.Comparison.Cell;
import wexa.core.composition.Comparison.Line;
import wexa.core.composition.Comparison.Place;
import wexa.core.composition.Comparison.Subject;
import wexa.core.composition.Comparison.Verdict;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.value.Permission;

/** Things side by side against what each of them has by itself, on models from printed seeds. */
class ComparisonTest {
    static LongStream seeds() {
        return LongStream.range(1, 31);
    }

    private static boolean has(Subject subject, Permission permission, AccessIndex index) {
        return switch (subject) {
            case Subject.OfRole inner -> index.permissionsOf(inner.role().id()).contains(permission);
            case Subject.OfSet inner -> inner.set().permissions().contains(permission);
            case Subject.OfPerson inner ->
                index.of(inner.person().id(), RandomModel.NOW).reaches().stream()
                        .map(Access.Reach::permissions)
                        .anyMatch(given -> given.contains(permission));
        };
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void everyCellSaysWhatItsColumnHas(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        AccessIndex index = AccessIndex.compile(model);
        List<Subject> subjects = new ArrayList<>();
        int count = 2 + made.random.nextInt(4);
        for (int column = 0; column < count; column++) {
            subjects.add(
                    switch (made.random.nextInt(3)) {
                        case 0 -> new Subject.OfRole(made.pick(made.roles));
                        case 1 -> new Subject.OfSet(made.pick(made.sets));
                        default -> new Subject.OfPerson(made.pick(made.people));
                    });
        }
        Comparison comparison = Comparison.of(subjects, index, RandomModel.NOW);
        List<Permission> told =
                comparison.lines().stream().map(Line::permission).toList();
        for (App app : model.table(Kind.APP).stream().toList()) {
            for (Permission permission : app.permissions()) {
                boolean any = subjects.stream().anyMatch(one -> has(one, permission, index));
                assertThat(told.contains(permission)).isEqualTo(any);
            }
        }
        for (Line line : comparison.lines()) {
            assertThat(line.cells()).hasSize(count);
            IntStream.range(0, count)
                    .forEach(column -> assertThat(line.cells().get(column).isHeld())
                            .isEqualTo(has(subjects.get(column), line.permission(), index)));
            long held = line.cells().stream().filter(Cell::isHeld).count();
            assertThat(line.verdict() == Verdict.ONE_ONLY).isEqualTo(held == 1);
            assertThat(line.verdict() == Verdict.COMMON || line.verdict() == Verdict.DIFFERS_IN_AREA)
                    .isEqualTo(held == count);
            for (int column = 0; column < count; column++) {
                assertPlaces(subjects.get(column), line, column, index);
            }
        }
        assertThat(comparison.common())
                .isEqualTo(told.stream()
                        .filter(permission -> subjects.stream().allMatch(one -> has(one, permission, index)))
                        .collect(java.util.stream.Collectors.toSet()));
    }

    private static void assertPlaces(Subject subject, Line line, int column, AccessIndex index) {
        if (subject instanceof Subject.OfPerson one) {
            assertThat(line.cells().get(column).places())
                    .isEqualTo(index.of(one.person().id(), RandomModel.NOW).reaches().stream()
                            .filter(reach -> reach.permissions().contains(line.permission()))
                            .map(reach -> new Place(reach.tenant(), reach.area()))
                            .collect(java.util.stream.Collectors.toSet()));
        } else {
            assertThat(line.cells().get(column).places()).isEmpty();
        }
    }
}

package wexa.core.covering;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.access.Access;
import wexa.core.conflict.Conflict;
import wexa.core.conflict.Conflicts;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.model.Absence;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Subject;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Key;
import wexa.core.value.Window;

/** Cover is what the colleague had, less what conflicts, for as long as the colleague is away and no longer. */
class CoverPlanTest {
    private static final Instant FROM = RandomModel.NOW.plus(Duration.ofDays(2));
    private static final Instant UNTIL = RandomModel.NOW.plus(Duration.ofDays(9));

    static LongStream seeds() {
        return LongStream.range(0, 40);
    }

    private record Case(RandomModel made, Model model, Absence absence, Subject.OfPerson by) {
        static Case of(long seed) {
            RandomModel made = new RandomModel(seed);
            List<Effect> effects = new ArrayList<>();
            made.absences.forEach(one -> effects.add(Effect.drop(one)));
            for (int number = 0; number < 3; number++) {
                effects.add(Effect.make(new ConflictRule(
                        made.id(),
                        Key.of("rule-" + number),
                        "Rule",
                        "",
                        Optional.empty(),
                        new ConflictRule.Side(
                                Set.of(), Set.of(made.pick(made.roles).id())),
                        new ConflictRule.Side(
                                Set.of(), Set.of(made.pick(made.roles).id())),
                        ConflictRule.Within.ANYWHERE,
                        Set.of(),
                        ConflictRule.Manner.BLOCK)));
            }
            Absence absence = new Absence(
                    made.id(),
                    made.people.get(0).id(),
                    Absence.Manner.AWAY,
                    Window.of(FROM, UNTIL),
                    Absence.Seats.KEPT,
                    "holiday");
            effects.add(Effect.make(absence));
            return new Case(
                    made,
                    made.model().with(effects),
                    absence,
                    new Subject.OfPerson(made.people.get(1).id()));
        }

        List<CoverPlan.Line> lines() {
            return CoverPlan.of(Snapshot.compile(1, model), absence, by.person(), RandomModel.NOW);
        }

        /** The model with all that the plan would give. */
        Model covered() {
            return model.with(lines().stream()
                    .filter(line -> line.verdict() == CoverPlan.Verdict.GIVEN)
                    .map(line -> Effect.make(new Assignment(
                            made.id(),
                            by,
                            line.role(),
                            line.tenant(),
                            line.area(),
                            Window.from(RandomModel.NOW),
                            Optional.empty(),
                            "covers",
                            Optional.of(absence.id()))))
                    .toList());
        }
    }

    private static Set<Object> rows(Model model, Subject.OfPerson person, Instant at) {
        Access access = Snapshot.compile(1, model).index().of(person.person(), at);
        Set<Object> rows = new HashSet<>();
        access.reaches()
                .forEach(reach -> reach.permissions()
                        .forEach(permission -> rows.add(List.of(reach.tenant(), reach.area(), permission))));
        return rows;
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void coverLastsAsLongAsTheAbsenceAlsoWhereTheReturnMoves(long seed) {
        Case one = Case.of(seed);
        Model covered = one.covered();
        Instant before = FROM.minusSeconds(1);
        Instant during = FROM.plusSeconds(1);
        assertThat(rows(covered, one.by, before)).isEqualTo(rows(one.model, one.by, before));
        assertThat(rows(covered, one.by, UNTIL)).isEqualTo(rows(one.model, one.by, UNTIL));
        Instant later = UNTIL.plus(Duration.ofDays(20));
        Absence longer = one.absence.during(Window.of(FROM, later));
        Model moved = covered.with(List.of(Effect.replace(one.absence, longer)));
        assertThat(rows(moved, one.by, later)).isEqualTo(rows(one.model, one.by, later));
        Absence shorter = one.absence.during(Window.of(FROM, during));
        Model back = covered.with(List.of(Effect.replace(one.absence, shorter)));
        assertThat(rows(back, one.by, during)).isEqualTo(rows(one.model, one.by, during));
        assertThat(rows(covered, one.by, during)).containsAll(rows(one.model, one.by, during));
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void whoCoversCanDoAllThatIsGivenOrHeldAndBringsNoConflict(long seed) {
        Case one = Case.of(seed);
        Model covered = one.covered();
        Model strict = one.model.with(Conflicts.countingBlocked(one.model));
        Model strictly = covered.with(Conflicts.countingBlocked(covered));
        Set<Conflict> were =
                new HashSet<>(new Conflicts(strict, Snapshot.compile(1, strict).index()).of(one.by.person(), FROM));
        assertThat(new Conflicts(strictly, Snapshot.compile(1, strictly).index()).of(one.by.person(), FROM))
                .isSubsetOf(were);
        for (CoverPlan.Line line : one.lines()) {
            boolean isDone = line.verdict() == CoverPlan.Verdict.GIVEN || line.verdict() == CoverPlan.Verdict.HELD;
            boolean has = Snapshot.compile(1, covered).index().paths(one.by.person(), FROM).stream()
                    .anyMatch(path -> path.grant().role().equals(line.role())
                            && path.grant().tenant().equals(line.tenant()));
            assertThat(has || !isDone).as("%s", line).isTrue();
            assertThat(line.rule().isPresent()).isEqualTo(line.verdict() == CoverPlan.Verdict.CONFLICTS);
        }
    }

    private static List<String> codes(Preview preview) {
        return preview.outcomes().stream()
                .flatMap(outcome -> outcome.findings().stream())
                .filter(Finding::blocks)
                .map(finding -> finding.code().toString())
                .toList();
    }

    private static Preview preview(Model model, Entry... entries) {
        return Preview.of(Snapshot.compile(1, model), List.of(entries), RandomModel.NOW, ZoneOffset.UTC);
    }

    @Test
    void nobodyIsAwayTwiceAtOnceAndNobodyCoversForThemselves() {
        Case one = Case.of(3);
        Entry again = SampleEntries.entry(
                one.made,
                "absence.begin",
                "id",
                one.made.id().toString(),
                "person",
                one.absence.person().toString(),
                "from",
                "2026-11-27");
        assertThat(codes(preview(one.model, again))).containsExactly("absence.overlaps");
        CoverPlan.Line line = one.lines().get(0);
        Entry own = SampleEntries.entry(
                one.made,
                "assignment.give",
                "id",
                one.made.id().toString(),
                "subject",
                "person:" + one.absence.person(),
                "role",
                line.role().toString(),
                "tenant",
                line.tenant().toString(),
                "absence",
                one.absence.id().toString());
        assertThat(codes(preview(one.model, own))).containsExactly("assignment.covered-by-another");
    }

    @Test
    void whatEndsBeforeTheReturnIsNotEnough() {
        Case one = Case.of(3);
        CoverPlan.Line line = one.lines().get(0);
        Assignment tooShort = new Assignment(
                one.made.id(),
                one.by,
                line.role(),
                line.tenant(),
                line.area(),
                Window.of(RandomModel.NOW, FROM.plus(Duration.ofDays(1))),
                Optional.empty(),
                "");
        Assignment enough = tooShort.during(Window.of(RandomModel.NOW, UNTIL));
        assertThat(verdict(one, line, tooShort)).isNotEqualTo(CoverPlan.Verdict.HELD);
        assertThat(verdict(one, line, enough)).isEqualTo(CoverPlan.Verdict.HELD);
    }

    private static CoverPlan.Verdict verdict(Case one, CoverPlan.Line line, Assignment held) {
        Case with = new Case(one.made, one.model.with(List.of(Effect.make(held))), one.absence, one.by);
        return with.lines().stream()
                .filter(other -> other.role().equals(line.role())
                        && other.tenant().equals(line.tenant())
                        && other.area().equals(line.area()))
                .findFirst()
                .orElseThrow()
                .verdict();
    }

    @Test
    void anAbsenceThatIsWithdrawnTakesItsCoverWithIt() {
        Case one = Case.of(5);
        Model covered = one.covered();
        assertThat(covered.table(Kind.ASSIGNMENT).by(Assignment.BY_ABSENCE, one.absence.id()))
                .isNotEmpty();
        Preview withdrawn = preview(
                covered,
                SampleEntries.entry(
                        one.made, "absence.end", "absence", one.absence.id().toString()));
        assertThat(codes(withdrawn)).isEmpty();
        assertThat(withdrawn.model().table(Kind.ABSENCE).size()).isZero();
        assertThat(withdrawn.model().table(Kind.ASSIGNMENT).by(Assignment.BY_ABSENCE, one.absence.id()))
                .isEmpty();
    }
}

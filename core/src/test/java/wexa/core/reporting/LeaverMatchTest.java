package wexa.core.reporting;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.reporting.LeaverMatch.Notice;
import wexa.core.reporting.LeaverMatch.Period;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** A list made of what is on record, with errors put in: each is found, and nothing else. */
class LeaverMatchTest {
    private static final ZoneId ZONE = ZoneId.of("Europe/Dublin");

    private static LocalDate lastDay(Engagement one) {
        return LocalDate.ofInstant(one.window().until().minusMillis(1), ZONE);
    }

    private static ReportFilter everything(Model model) {
        return new ReportFilter(model, RandomModel.NOW, Optional.empty(), Optional.empty());
    }

    /** The result by staff number. */
    private static Map<String, String> results(Report report) {
        Map<String, String> results = new TreeMap<>();
        report.rows().forEach(row -> results.merge(row.get(0), row.get(5), (one, other) -> one + " + " + other));
        return results;
    }

    @RepeatedTest(60)
    void whatWasPutWrongIsFoundAndNothingElse(RepetitionInfo repetition) {
        RandomModel made = new RandomModel(repetition.getCurrentRepetition());
        Model model = made.model();
        Period period = new Period(LocalDate.of(2026, 1, 1), LocalDate.of(2027, 12, 31));
        List<Notice> notices = new ArrayList<>();
        Map<String, String> expected = new TreeMap<>();
        for (Engagement one : made.engagements) {
            String number = one.staffNumber().orElseThrow();
            boolean isOpen = one.window().until().equals(Instant.MAX);
            boolean goesOn = made.engagements.stream()
                    .anyMatch(other -> other.person().equals(one.person())
                            && other.window().until().isAfter(one.window().until()));
            int what = made.random.nextInt(4);
            if (what == 0) {
                // left out of the list: found where the person left altogether in the period
                if (!isOpen && !goesOn && period.contains(lastDay(one))) {
                    expected.put(number, "not in the list");
                }
            } else if (isOpen) {
                notices.add(new Notice(number, "x", Optional.of(LocalDate.of(2026, 5, 5)), ""));
                expected.put(number, "no last day in Wexa");
            } else if (what == 1) {
                notices.add(new Notice(number, "x", Optional.of(lastDay(one).plusDays(1)), ""));
                expected.put(number, "another last day in Wexa");
            } else {
                notices.add(new Notice(number, "x", Optional.of(lastDay(one)), ""));
                expected.put(number, goesOn ? "agrees; another engagement continues" : "agrees");
            }
        }
        notices.add(new Notice("no-such", "Somebody Else", Optional.of(LocalDate.of(2026, 5, 5)), ""));
        expected.put("no-such", "no such staff number in Wexa");
        Report report = LeaverMatch.of(everything(model), ZONE, notices, Optional.of(period));
        assertThat(results(report)).isEqualTo(expected);
        assertThat(report.bars().stream().mapToInt(bar -> (int) bar.value()).sum())
                .isEqualTo(report.rows().size());
    }

    @Test
    void aLineThatCannotBeUsedTakesNoOtherWithIt() {
        RandomModel made = new RandomModel(5);
        Model model = made.model();
        List<Engagement> ended = model.table(Kind.ENGAGEMENT).stream()
                .filter(one -> !one.window().isOpenEnded())
                .toList();
        String first = ended.getFirst().staffNumber().orElseThrow();
        String second = ended.getLast().staffNumber().orElseThrow();
        Report report = LeaverMatch.of(
                everything(model),
                ZONE,
                List.of(
                        new Notice(first, "x", Optional.empty(), "31.12.26"),
                        new Notice("", "z", Optional.of(lastDay(ended.getLast())), ""),
                        new Notice("", "z", Optional.empty(), "line 7 has more or fewer cells"),
                        new Notice(second, "y", Optional.of(lastDay(ended.getLast())), ""),
                        new Notice(second, "y", Optional.of(lastDay(ended.getLast())), "")),
                Optional.empty());
        Map<String, String> results = results(report);
        assertThat(results)
                .containsEntry(first, "last day in the list is not a date")
                .hasSize(3);
        assertThat(results.get("")).isEqualTo("no staff number in the list + no staff number in the list");
        assertThat(results.get(second)).startsWith("twice in the list + agrees");
        assertThat(report.rows()).anyMatch(row -> row.contains("31.12.26"));
    }

    /** Numbers are unique within a home alone. */
    @Test
    void aNumberThatTwoPeopleHaveIsMatchedByItsDayOrNotAtAll() {
        RandomModel made = new RandomModel(5);
        Engagement one = made.engagements.stream()
                .filter(any -> !any.window().isOpenEnded())
                .findFirst()
                .orElseThrow();
        String number = one.staffNumber().orElseThrow();
        made.engagements.add(new Engagement(
                new Id<>(UUID.randomUUID()),
                made.people.stream()
                        .map(Person::id)
                        .filter(id -> !id.equals(one.person()))
                        .findFirst()
                        .orElseThrow(),
                one.kind(),
                Optional.of(number),
                one.unit(),
                one.job(),
                Optional.empty(),
                Window.from(RandomModel.NOW)));
        Model model = made.model();
        String name = model.people().get(one.person()).name();
        Report right = LeaverMatch.of(
                everything(model),
                ZONE,
                List.of(new Notice(number, "x", Optional.of(lastDay(one)), "")),
                Optional.empty());
        assertThat(right.rows().getFirst()).contains(name).last().asString().startsWith("agrees");
        Report wrong = LeaverMatch.of(
                everything(model),
                ZONE,
                List.of(new Notice(number, "x", Optional.of(lastDay(one).plusDays(3)), "")),
                Optional.empty());
        assertThat(results(wrong)).containsEntry(number, "several people have this staff number");
    }

    @Test
    void theListItselfTellsWhichDaysItCovers() {
        assertThat(Period.of(List.of(new Notice("1", "", Optional.empty(), "soon"))))
                .isEmpty();
        assertThat(Period.of(List.of(
                        new Notice("1", "", Optional.of(LocalDate.of(2026, 3, 9)), ""),
                        new Notice("2", "", Optional.of(LocalDate.of(2026, 2, 1)), ""))))
                .contains(new Period(LocalDate.of(2026, 2, 1), LocalDate.of(2026, 3, 9)));
    }
}

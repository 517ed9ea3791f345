package wexa.core.reporting;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;

/**
 * A list of leavers from personnel against the engagements on record, by staff number: what agrees, and what has no partner on
 * either side. Costs the list and everybody.
 */
public final class LeaverMatch {
    /** What came of a line; those to look into first. */
    public enum Result {
        STILL_ENGAGED("no last day in Wexa"),
        OTHER_DAY("another last day in Wexa"),
        UNKNOWN("no such staff number in Wexa"),
        AMBIGUOUS("several people have this staff number"),
        NOT_LISTED("not in the list"),
        NO_NUMBER("no staff number in the list"),
        UNREADABLE("last day in the list is not a date"),
        TWICE("twice in the list"),
        GOES_ON("agrees; another engagement continues"),
        AGREES("agrees");

        private final String words;

        Result(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** A line of the list; without a number empty, and without a day that can be read with what stands in its place. */
    public record Notice(String number, String name, Optional<LocalDate> lastDay, String written) {}

    /** The days that the list covers, first and last: whoever left on one of them is expected in it. */
    public record Period(LocalDate from, LocalDate until) {
        boolean contains(LocalDate day) {
            return !day.isBefore(from) && !day.isAfter(until);
        }

        /** From the first to the last day that the list names; empty where it names none. */
        public static Optional<Period> of(List<Notice> notices) {
            List<LocalDate> days = notices.stream()
                    .flatMap(one -> one.lastDay().stream())
                    .sorted()
                    .toList();
            return days.isEmpty() ? Optional.empty() : Optional.of(new Period(days.getFirst(), days.getLast()));
        }
    }

    private record Line(Result result, List<String> cells) {}

    private final Model model;
    private final ZoneId zone;

    private LeaverMatch(Model model, ZoneId zone) {
        this.model = model;
        this.zone = zone;
    }

    public static Report of(ReportFilter filter, ZoneId zone, List<Notice> notices, Optional<Period> period) {
        return new LeaverMatch(filter.model(), zone).made(filter, notices, period);
    }

    private Report made(ReportFilter filter, List<Notice> notices, Optional<Period> period) {
        List<Line> lines = new ArrayList<>();
        Set<String> listed = new HashSet<>();
        for (Notice notice : notices) {
            lines.add(line(notice, notice.number().isEmpty() || listed.add(notice.number())));
        }
        period.ifPresent(days -> addNotListed(filter, days, listed, lines));
        lines.sort(Comparator.comparing(Line::result)
                .thenComparing(line -> line.cells().getFirst()));
        Map<Result, Integer> counts = new EnumMap<>(Result.class);
        lines.forEach(line -> counts.merge(line.result(), 1, Integer::sum));
        return new Report(
                List.of(
                        Report.Column.text("Number"),
                        Report.Column.text("Name in the list"),
                        Report.Column.text("Person in Wexa"),
                        Report.Column.day("Last day in the list"),
                        Report.Column.day("Last day in Wexa"),
                        Report.Column.text("Result")),
                lines.stream().map(Line::cells).toList(),
                "leavers",
                counts.entrySet().stream()
                        .map(one -> new Report.Bar(one.getKey().words(), "", one.getValue()))
                        .toList());
    }

    private Line line(Notice notice, boolean isFirst) {
        List<Engagement> candidates = model.table(Kind.ENGAGEMENT).by(Engagement.BY_STAFF_NUMBER, notice.number());
        Optional<Engagement> known = meant(candidates, notice);
        Result result;
        if (notice.number().isEmpty()) {
            result = Result.NO_NUMBER;
        } else if (!isFirst) {
            result = Result.TWICE;
        } else if (known.isEmpty()) {
            result = candidates.isEmpty() ? Result.UNKNOWN : Result.AMBIGUOUS;
        } else if (notice.lastDay().isEmpty()) {
            result = Result.UNREADABLE;
        } else if (known.get().window().isOpenEnded()) {
            result = Result.STILL_ENGAGED;
        } else if (!lastDay(known.get()).equals(notice.lastDay().get())) {
            result = Result.OTHER_DAY;
        } else {
            result = isLast(known.get()) ? Result.AGREES : Result.GOES_ON;
        }
        return new Line(
                result,
                List.of(
                        notice.number(),
                        notice.name(),
                        known.map(one -> model.people().get(one.person()).name())
                                .orElse(""),
                        notice.lastDay().map(LocalDate::toString).orElse(notice.written()),
                        known.filter(one -> !one.window().isOpenEnded())
                                .map(one -> lastDay(one).toString())
                                .orElse(""),
                        result.words()));
    }

    /**
     * The engagement that ended last. Where people of several homes have the number, the one that ended on the day; none where
     * that is not one alone.
     */
    private Optional<Engagement> meant(List<Engagement> candidates, Notice notice) {
        if (candidates.stream().map(Engagement::person).distinct().count() < 2) {
            return candidates.stream()
                    .max(Comparator.comparing(one -> one.window().until()));
        }
        List<Engagement> onThatDay = candidates.stream()
                .filter(one -> !one.window().isOpenEnded() && notice.lastDay().equals(Optional.of(lastDay(one))))
                .toList();
        return onThatDay.size() == 1 ? Optional.of(onThatDay.getFirst()) : Optional.empty();
    }

    /** Those whose last engagement ends in the period; who never started did not leave. */
    private void addNotListed(ReportFilter filter, Period period, Set<String> listed, List<Line> lines) {
        for (Person person : model.people().stream().toList()) {
            for (Engagement one : model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id())) {
                if (!one.window().isOpenEnded()
                        && !one.window().isCancelled()
                        && filter.covers(one.unit())
                        && period.contains(lastDay(one))
                        && isLast(one)
                        && one.staffNumber().filter(listed::contains).isEmpty()) {
                    lines.add(new Line(
                            Result.NOT_LISTED,
                            List.of(
                                    one.staffNumber().orElse(""),
                                    "",
                                    person.name(),
                                    "",
                                    lastDay(one).toString(),
                                    Result.NOT_LISTED.words())));
                }
            }
        }
    }

    /** Whether nothing of the person goes on after it, or begins later. */
    private boolean isLast(Engagement one) {
        Instant until = one.window().until();
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, one.person()).stream()
                .noneMatch(other -> other.window().until().isAfter(until));
    }

    private LocalDate lastDay(Engagement one) {
        return LocalDate.ofInstant(one.window().until().minusSeconds(1), zone);
    }
}

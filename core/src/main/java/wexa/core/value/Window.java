package wexa.core.value;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A half-open interval of UTC instants, in whole seconds: {@code from} is inside, {@code until} is not.
 * {@link Instant#MIN} and {@link Instant#MAX} stand for open ends.
 */
public record Window(Instant from, Instant until) {
    private static final long SECONDS_A_DAY = 86_400;

    public static final Window ALWAYS = new Window(Instant.MIN, Instant.MAX);

    public Window {
        if (!from.isBefore(until)) {
            throw new IllegalArgumentException(
                    "window is empty: from " + from + " until " + until + "; the end must come after the beginning");
        }
    }

    /** Truncates both ends to whole seconds. */
    public static Window of(Instant from, Instant until) {
        if (from.equals(Instant.MIN) && until.equals(Instant.MAX)) {
            return ALWAYS;
        }
        return new Window(whole(from), whole(until));
    }

    public static Window from(Instant from) {
        return of(from, Instant.MAX);
    }

    /** The second in which the instant lies; open ends stay open. */
    public static Instant whole(Instant instant) {
        return instant.equals(Instant.MIN) || instant.equals(Instant.MAX)
                ? instant
                : instant.truncatedTo(ChronoUnit.SECONDS);
    }

    public boolean contains(Instant instant) {
        return !instant.isBefore(from) && instant.isBefore(until);
    }

    public boolean overlaps(Window other) {
        return from.isBefore(other.until) && other.from.isBefore(until);
    }

    public Optional<Window> intersection(Window other) {
        Instant first = from.isAfter(other.from) ? from : other.from;
        Instant last = until.isBefore(other.until) ? until : other.until;
        return first.isBefore(last) ? Optional.of(of(first, last)) : Optional.empty();
    }

    /** What is left of it without some others, in order. */
    public List<Window> without(List<Window> others) {
        List<Window> left = List.of(this);
        for (Window other : others) {
            left = left.stream().flatMap(one -> one.without(other)).toList();
        }
        return left;
    }

    private Stream<Window> without(Window other) {
        if (!overlaps(other)) {
            return Stream.of(this);
        }
        List<Window> left = new ArrayList<>();
        if (from.isBefore(other.from)) {
            left.add(of(from, other.from));
        }
        if (other.until.isBefore(until)) {
            left.add(of(other.until, until));
        }
        return left.stream();
    }

    public boolean endsBy(Instant instant) {
        return !until.isAfter(instant);
    }

    /** Whether the other has ended by now, and this has not. */
    public boolean endsLaterThan(Window other, Instant now) {
        return other.endsBy(now) && !endsBy(now);
    }

    public boolean isOpenEnded() {
        return until.equals(Instant.MAX);
    }

    /** The same window with the given end, or with a moved start where the end would not come after it. */
    public Window endingAt(Instant end) {
        Instant last = whole(end);
        return of(from.isBefore(last) ? from : last.minusSeconds(1), last);
    }

    /** Whether it was ended before it began: the second before that end is all that is left of it. */
    public boolean isCancelled() {
        return !from.equals(ALWAYS.from) && from.plusSeconds(1).equals(until);
    }

    /** A beginning in the past is moved to {@code now}: nobody can have been given something before it was said. */
    public Window notBefore(Instant now) {
        Instant start = whole(now);
        return from.isBefore(start) && start.isBefore(until) ? of(start, until) : this;
    }

    /**
     * What becomes of another span that is to be this one from {@code now} on. What has passed stays: a beginning that would
     * lie before now is the one that there was, if it had begun and not ended, else now; an end that would lie before now is
     * now. Empty if nothing is left.
     */
    public Optional<Window> inPlaceOf(Window before, Instant now) {
        Instant start = whole(now);
        boolean isRunning = before.from.isBefore(start) && !before.endsBy(start);
        Instant begin = isRunning ? before.from : start;
        Instant first = from.isBefore(start) ? begin : from;
        Instant last = until.isBefore(start) ? start : until;
        return first.isBefore(last) ? Optional.of(of(first, last)) : Optional.empty();
    }

    /** The day since 1970, in UTC, in which it begins; null if it always did. */
    public @Nullable Long firstDay() {
        return from.equals(ALWAYS.from()) ? null : day(from);
    }

    /** The day in which it ends; null if it never does. */
    public @Nullable Long lastDay() {
        return isOpenEnded() ? null : day(until);
    }

    public static long day(Instant instant) {
        return Math.floorDiv(instant.getEpochSecond(), SECONDS_A_DAY);
    }
}

package wexa.server.wiring;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;

/** Days and instants as they may come from outside, brought to those that can be counted with and kept. */
public final class Days {
    public static final Instant FIRST = wexa.core.change.Days.FIRST;
    public static final Instant LAST = wexa.core.change.Days.LAST;

    private Days() {}

    /** The nearest instant that can be kept. */
    public static Instant within(Instant instant) {
        if (instant.isBefore(FIRST)) {
            return FIRST;
        }
        return instant.isAfter(LAST) ? LAST : instant;
    }

    /** The beginning of a day in a zone, or the nearest instant that can be kept. */
    public static Instant beginning(LocalDate day, ZoneId zone) {
        if (day.getYear() < 1900) {
            return FIRST;
        }
        return day.getYear() > 9998 ? LAST : day.atStartOfDay(zone).toInstant();
    }
}

package wexa.core.change;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Locale;

/** Days as people write them, and the instants that they mean (rule 9). Days before 1900 and after 9998 are not counted with. */
public final class Days {
    public static final Instant FIRST = Instant.parse("1900-01-01T00:00:00Z");
    public static final Instant LAST = Instant.parse("9999-12-30T00:00:00Z");

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.UK);
    private static final DateTimeFormatter DAY_AND_TIME = DateTimeFormatter.ofPattern("d MMM uuuu, HH:mm", Locale.UK);

    private Days() {}

    /**
     * Midnight at which a day begins in a zone, some days on; an instant of RFC 3339 is taken as it is.
     *
     * @throws DateTimeParseException for what is neither, or lies too far away to be counted with
     */
    public static Instant beginning(String text, int later, ZoneId zone) {
        if (text.contains("T")) {
            return near(text, Instant.parse(text));
        }
        LocalDate day = LocalDate.parse(text);
        boolean isCountable = Math.abs(day.getYear()) < 100_000;
        return near(text, isCountable ? day.plusDays(later).atStartOfDay(zone).toInstant() : Instant.MAX);
    }

    private static Instant near(String text, Instant instant) {
        if (instant.isBefore(FIRST) || instant.isAfter(LAST)) {
            throw new DateTimeParseException("it is not between " + FIRST + " and " + LAST, text, 0);
        }
        return instant;
    }

    /** The day that begins then, some days back; an instant that is no midnight stays one. */
    public static String text(Instant instant, int daysBack, ZoneId zone) {
        ZonedDateTime local = instant.atZone(zone);
        return local.toLocalTime().equals(LocalTime.MIDNIGHT)
                ? local.toLocalDate().minusDays(daysBack).toString()
                : instant.toString();
    }

    /** {@code 30 Nov 2026} */
    public static String words(LocalDate day) {
        return DAY.format(day);
    }

    /** {@code 30 Nov 2026}, some days back; an instant that is no midnight with its time, {@code 30 Nov 2026, 10:30}. */
    public static String words(Instant instant, int daysBack, ZoneId zone) {
        ZonedDateTime local = instant.atZone(zone);
        return local.toLocalTime().equals(LocalTime.MIDNIGHT)
                ? words(local.toLocalDate().minusDays(daysBack))
                : DAY_AND_TIME.format(local);
    }
}

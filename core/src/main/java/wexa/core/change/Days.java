package wexa.core.change;

import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;

/** Instants as people write days (rule 9). */
public final class Days {
    private Days() {}

    /** The day that begins then, some days back; an instant that is no midnight stays one. */
    public static String text(Instant instant, int daysBack, ZoneId zone) {
        ZonedDateTime local = instant.atZone(zone);
        return local.toLocalTime().equals(LocalTime.MIDNIGHT)
                ? local.toLocalDate().minusDays(daysBack).toString()
                : instant.toString();
    }
}

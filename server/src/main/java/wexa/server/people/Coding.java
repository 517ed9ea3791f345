package wexa.server.people;

import java.time.Instant;
import org.jspecify.annotations.Nullable;
import wexa.server.people.PersonRows.Origin;

/** The codes that lines of people carry, part by part; of one sorting of everybody, and of what followed it. */
record Coding(Codes standing, Codes kind, Codes job, Codes unit, Codes manager, Codes custom) {
    Coding() {
        this(new Codes(), new Codes(), new Codes(), new Codes(), new Codes(), new Codes());
    }

    /**
     * What a line is filtered by, as codes of its values; instants in seconds since 1970.
     *
     * @param custom the code of all values of the organisation's own fields together
     * @param from {@link #UNSET} for no beginning
     * @param until {@link #UNSET} for no end
     */
    record Coded(int standing, int kind, int job, int unit, int manager, int custom, long from, long until) {
        static final long UNSET = Long.MIN_VALUE;
    }

    Coded coded(PersonRow row, Origin origin) {
        return new Coded(
                standing.of(row.standing()),
                row.kind().isEmpty() ? Codes.NOTHING : kind.of(row.kind()),
                row.job().isEmpty() ? Codes.NOTHING : job.of(row.job()),
                origin.unit().map(unit::of).orElse(Codes.NOTHING),
                origin.manager().map(manager::of).orElse(Codes.NOTHING),
                custom.of(origin.custom()),
                seconds(row.from()),
                seconds(row.until()));
    }

    private static long seconds(@Nullable Instant instant) {
        return instant == null ? Coded.UNSET : instant.getEpochSecond();
    }
}

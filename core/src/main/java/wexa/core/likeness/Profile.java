package wexa.core.likeness;

import java.util.Map;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Unit;
import wexa.core.value.Id;

/**
 * What makes people alike: as what they are here, where, and for which job.
 *
 * @param custom values by the keys of fields, which rules of groups may ask for
 */
public record Profile(EngagementKind kind, Id<Unit> unit, String job, Map<String, String> custom) {
    private static final int JOB = 4;
    private static final int UNIT = 2;
    private static final int KIND = 1;

    /** Somebody of whom no other values are known. */
    public Profile(EngagementKind kind, Id<Unit> unit, String job) {
        this(kind, unit, job, Map.of());
    }

    public static Profile of(Engagement engagement) {
        return new Profile(engagement.kind(), engagement.unit(), engagement.job());
    }

    /** How near the engagement is, from 0 to 7: the job counts most, then the unit, then the kind. */
    int nearness(Engagement engagement) {
        return (engagement.job().equals(job) ? JOB : 0)
                + (engagement.unit().equals(unit) ? UNIT : 0)
                + (engagement.kind() == kind ? KIND : 0);
    }

    /** Whether that near is near enough to be called a peer: the same job, or the same unit and kind. */
    static boolean isPeer(int nearness) {
        return nearness >= UNIT + KIND;
    }
}

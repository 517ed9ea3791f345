package wexa.core.preview;

import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Seat;
import wexa.core.model.Window;

/** Instants at which a fact begins and ceases to matter. */
public final class Boundaries {
    private Boundaries() {}

    /** Whether anything in the model begins or ends after one instant, up to and with another. One pass over its facts. */
    public static boolean anyWithin(Model model, Instant after, Instant until) {
        return Stream.of(Kind.ENGAGEMENT, Kind.MEMBERSHIP, Kind.ASSIGNMENT, Kind.SEAT)
                .flatMap(kind -> model.table(kind).stream())
                .flatMap(fact -> of(fact).stream())
                .anyMatch(boundary -> boundary.isAfter(after) && !boundary.isAfter(until));
    }

    static List<Instant> of(Fact fact) {
        if (fact instanceof Membership membership) {
            return ends(membership.window());
        }
        if (fact instanceof Assignment assignment) {
            return ends(assignment.window());
        }
        if (fact instanceof Engagement engagement) {
            return ends(engagement.window());
        }
        return fact instanceof Seat seat ? ends(seat.window()) : List.of();
    }

    private static List<Instant> ends(Window window) {
        return List.of(window.from(), window.until());
    }
}

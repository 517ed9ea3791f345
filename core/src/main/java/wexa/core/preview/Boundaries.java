package wexa.core.preview;

import java.time.Instant;
import java.util.List;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Membership;
import wexa.core.model.Seat;
import wexa.core.model.Window;

/** Instants at which a fact begins and ceases to matter. */
final class Boundaries {
    private Boundaries() {}

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

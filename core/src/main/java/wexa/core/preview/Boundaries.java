package wexa.core.preview;

import java.time.Instant;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.registry.Rooms;
import wexa.core.value.Window;

/** Instants at which something begins or ends. */
public final class Boundaries {
    private Boundaries() {}

    /** Whether anything in the model begins or ends after one instant, up to and with another. One pass over its facts. */
    public static boolean anyWithin(Model model, Instant after, Instant until) {
        return Kind.all().stream()
                .flatMap(kind -> model.table(kind).stream())
                .flatMap(fact -> Rooms.windows(fact, model).stream())
                .anyMatch(window -> isWithin(window.from(), after, until) || isWithin(window.until(), after, until));
    }

    private static boolean isWithin(Instant boundary, Instant after, Instant until) {
        return boundary.isAfter(after) && !boundary.isAfter(until) && !boundary.equals(Window.ALWAYS.until());
    }
}

package wexa.server.people;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Numbers for values that many lines have. Lines that carry them are filtered and counted without touching the values, which lie
 * all over the memory: of 200,000 people that would cost more than everything else.
 */
final class Codes {
    /** The code of a line that has no value. */
    static final int NOTHING = 0;

    private final Map<Object, Integer> known = new HashMap<>();
    private final List<Object> values = new ArrayList<>(List.of(NOTHING));

    synchronized int of(Object value) {
        return known.computeIfAbsent(value, added -> {
            values.add(added);
            return values.size() - 1;
        });
    }

    synchronized Object value(int code) {
        return values.get(code);
    }

    /** More than any code that was given so far. */
    synchronized int size() {
        return values.size();
    }
}

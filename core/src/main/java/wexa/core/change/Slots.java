package wexa.core.change;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** Collects the parts of a sentence. */
final class Slots {
    private final Map<String, String> values = new LinkedHashMap<>();

    Slots put(String name, String value) {
        if (!value.isEmpty()) {
            values.put(name, value);
        }
        return this;
    }

    Slots put(String name, Optional<?> value) {
        value.ifPresent(present -> put(name, present.toString()));
        return this;
    }

    Map<String, String> map() {
        return values;
    }
}

package wexa.core.directory;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.model.Person;

/**
 * A person and an entry that do not go together as they should, laid side by side.
 *
 * @param listed absent where the entry vanished
 * @param same what both have in common that makes them one perhaps: {@code mail}, {@code number}, {@code handle}, {@code entry}
 * @param differing fields that the directory says otherwise: {@code given}, {@code family}, {@code mail}, {@code phone};
 *     {@code fields} where it says one of the organisation's own otherwise
 * @param values by the keys of those fields, what the directory says
 */
public record Pair(
        Case kind,
        Person person,
        Optional<Listed> listed,
        List<String> same,
        List<String> differing,
        Map<String, String> values) {
    /** How a person and an entry stand. */
    public enum Case {
        /** An entry that nobody is linked to has the address, number or handle of a person. */
        COLLIDES,
        /** The person's entry vanished, and exactly one that nobody is linked to looks like it. */
        RENAMED,
        /** The person's entry vanished. */
        VANISHED,
        /** The person's entry says something else of them. */
        DIFFERS
    }

    /** The values of the organisation's own fields as they would be, with those that the directory says. */
    public Map<String, String> merged() {
        Map<String, String> merged = new TreeMap<>(person.custom());
        merged.putAll(values);
        return merged;
    }

    public Pair {
        same = List.copyOf(same);
        differing = List.copyOf(differing);
        values = Map.copyOf(values);
    }
}

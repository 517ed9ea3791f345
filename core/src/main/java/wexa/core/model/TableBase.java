package wexa.core.model;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import wexa.core.value.Id;

/** The unedited part of a table, shared by many versions, with its lookups built on first use. */
final class TableBase<T extends Fact> {
    private final List<T> facts;
    private final IdIndex index;
    private final Map<Lookup<T, ?>, Map<Object, List<T>>> lookups = new ConcurrentHashMap<>();

    TableBase(List<T> facts) {
        this.facts = List.copyOf(facts);
        this.index = new IdIndex(this.facts);
    }

    List<T> facts() {
        return facts;
    }

    int position(Id<T> id) {
        return index.find(id);
    }

    Optional<T> find(Id<T> id) {
        int position = index.find(id);
        return position < 0 ? Optional.empty() : Optional.of(facts.get(position));
    }

    List<T> by(Lookup<T, ?> lookup, Object key) {
        return lookups.computeIfAbsent(lookup, this::build).getOrDefault(key, List.of());
    }

    private Map<Object, List<T>> build(Lookup<T, ?> lookup) {
        Map<Object, List<T>> built = new HashMap<>();
        for (T fact : facts) {
            Object key = lookup.keyOf(fact);
            if (key != null) {
                built.computeIfAbsent(key, any -> new ArrayList<>(2)).add(fact);
            }
        }
        return built;
    }
}

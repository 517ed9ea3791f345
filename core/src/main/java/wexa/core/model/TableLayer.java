package wexa.core.model;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import wexa.core.value.Id;

/** Edits of a table, in the order in which they were made: a fact that stands now, or none where one was taken out. */
final class TableLayer<T extends Fact> {
    /** Up to so many edits it is quicker to look at each than to build a lookup. */
    private static final int FEW = 8;

    private final Map<Id<T>, Optional<T>> edits;
    private final Map<Lookup<T, ?>, Map<Object, List<T>>> lookups = new ConcurrentHashMap<>(2);

    TableLayer(Map<Id<T>, Optional<T>> edits) {
        this.edits = edits;
    }

    /** These edits, and later ones over them. */
    TableLayer<T> under(TableLayer<T> later) {
        Map<Id<T>, Optional<T>> all = new LinkedHashMap<>(edits);
        all.putAll(later.edits);
        return new TableLayer<>(all);
    }

    /** Writes into this layer itself and into its lookups; only for who alone holds it. */
    void put(Id<T> id, Optional<T> fact) {
        Optional<T> before = edits.put(id, fact);
        lookups.forEach((lookup, built) -> {
            if (before != null) {
                before.ifPresent(old -> take(lookup, built, old));
            }
            fact.ifPresent(now -> add(lookup, built, now));
        });
    }

    int size() {
        return edits.size();
    }

    Map<Id<T>, Optional<T>> edits() {
        return edits;
    }

    boolean has(Id<T> id) {
        return edits.containsKey(id);
    }

    /** Null where nothing was edited; empty where the fact was taken out. */
    @Nullable
    Optional<T> find(Id<T> id) {
        return edits.get(id);
    }

    List<T> by(Lookup<T, ?> lookup, Object key) {
        if (edits.size() > FEW) {
            return lookups.computeIfAbsent(lookup, this::build).getOrDefault(key, List.of());
        }
        List<T> found = new ArrayList<>(2);
        for (Optional<T> edited : edits.values()) {
            edited.filter(fact -> key.equals(lookup.keyOf(fact))).ifPresent(found::add);
        }
        return found;
    }

    private Map<Object, List<T>> build(Lookup<T, ?> lookup) {
        Map<Object, List<T>> built = new HashMap<>();
        for (Optional<T> edited : edits.values()) {
            edited.ifPresent(fact -> add(lookup, built, fact));
        }
        return built;
    }

    private void add(Lookup<T, ?> lookup, Map<Object, List<T>> built, T fact) {
        Object key = lookup.keyOf(fact);
        if (key != null) {
            built.computeIfAbsent(key, any -> new ArrayList<>(2)).add(fact);
        }
    }

    private void take(Lookup<T, ?> lookup, Map<Object, List<T>> built, T fact) {
        Object key = lookup.keyOf(fact);
        if (key != null) {
            built.getOrDefault(key, new ArrayList<>()).remove(fact);
        }
    }
}

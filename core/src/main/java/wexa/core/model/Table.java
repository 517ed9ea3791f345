package wexa.core.model;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * All facts of one kind: a base that snapshots share and a small layer of edits over it. A new version costs what was
 * edited, not what is there; the layer is folded into a new base when it has grown to a sixteenth of it.
 */
public final class Table<T extends Fact> {
    private static final int SMALLEST_LAYER_WORTH_FOLDING = 2_048;
    private static final int LAYER_SHARE = 16;

    private final TableBase<T> base;
    private final Map<Id<T>, Optional<T>> layer;
    private final int size;

    private Table(TableBase<T> base, Map<Id<T>, Optional<T>> layer, int size) {
        this.base = base;
        this.layer = layer;
        this.size = size;
    }

    public static <T extends Fact> Table<T> of(List<T> facts) {
        return new Table<>(new TableBase<>(facts), Map.of(), facts.size());
    }

    public Optional<T> find(Id<T> id) {
        Optional<T> edited = layer.isEmpty() ? null : layer.get(id);
        return edited != null ? edited : base.find(id);
    }

    /** The fact, which must be there: a reference inside the model always resolves. */
    public T get(Id<T> id) {
        return find(id).orElseThrow(() -> new IllegalArgumentException("there is no fact with id " + id));
    }

    public int size() {
        return size;
    }

    public Stream<T> stream() {
        List<T> all = new ArrayList<>(size);
        forEach(all::add);
        return all.stream();
    }

    /** Visits base facts in their order, then those the layer added, in the order of their making. */
    public void forEach(Consumer<? super T> visitor) {
        for (T fact : base.facts()) {
            Optional<T> edited = layer.isEmpty() ? null : layer.get(idOf(fact));
            if (edited == null) {
                visitor.accept(fact);
            } else {
                edited.ifPresent(visitor);
            }
        }
        layer.forEach((id, edited) -> {
            if (base.position(id) < 0) {
                edited.ifPresent(visitor);
            }
        });
    }

    /** Facts with the given key, base facts first. Costs the hits plus the size of the layer. */
    public <K> List<T> by(Lookup<T, K> lookup, K key) {
        List<T> shared = base.by(lookup, key);
        if (layer.isEmpty()) {
            return shared;
        }
        List<T> found = new ArrayList<>(shared.size() + 1);
        for (T fact : shared) {
            if (!layer.containsKey(idOf(fact))) {
                found.add(fact);
            }
        }
        for (Optional<T> edited : layer.values()) {
            edited.filter(fact -> key.equals(lookup.keyOf(fact))).ifPresent(found::add);
        }
        return found;
    }

    /** A new version with these facts put in (present) or taken out (empty). */
    public Table<T> with(Map<Id<T>, Optional<T>> edits) {
        if (edits.isEmpty()) {
            return this;
        }
        Map<Id<T>, Optional<T>> next = new LinkedHashMap<>(layer);
        int count = size;
        for (Map.Entry<Id<T>, Optional<T>> edit : edits.entrySet()) {
            boolean was = find(edit.getKey()).isPresent();
            count += (edit.getValue().isPresent() ? 1 : 0) - (was ? 1 : 0);
            next.put(edit.getKey(), edit.getValue());
        }
        Table<T> result = new Table<>(base, Collections.unmodifiableMap(next), count);
        boolean fold = next.size() > SMALLEST_LAYER_WORTH_FOLDING
                && next.size() > base.facts().size() / LAYER_SHARE;
        return fold ? result.folded() : result;
    }

    /** The same facts without a layer. */
    public Table<T> folded() {
        return layer.isEmpty() ? this : of(stream().toList());
    }

    /** Position of a fact in the base, or -1: the ordinal under which compiled structures know it. */
    public int basePosition(Id<T> id) {
        return base.position(id);
    }

    /** The shared base's facts in order of their positions, whatever the layer says of them. */
    public List<T> baseFacts() {
        return base.facts();
    }

    public boolean isFolded() {
        return layer.isEmpty();
    }

    @SuppressWarnings("unchecked") // a fact of type T has an Id<T>: each record declares it so
    private Id<T> idOf(T fact) {
        return (Id<T>) fact.id();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Table<?> table
                && size == table.size
                && contents().equals(table.contents());
    }

    @Override
    public int hashCode() {
        return contents().hashCode();
    }

    private Map<Id<? extends Fact>, T> contents() {
        Map<Id<? extends Fact>, T> contents = new HashMap<>();
        forEach(fact -> contents.put(fact.id(), fact));
        return contents;
    }
}

package wexa.core.model;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wexa.core.value.Id;

/**
 * All facts of one kind: a base that snapshots share, and layers of edits over it, the newest last. A new version costs
 * what was edited, not what is there: layers of like size are joined, so that there are few of them however many versions
 * there were, and folded into a new base when they have grown to a quarter of it.
 */
public final class Table<T extends Fact> {
    private static final int SMALLEST_LAYERS_WORTH_FOLDING = 2_048;
    private static final int LAYERS_SHARE = 4;

    private final TableBase<T> base;
    private final List<TableLayer<T>> layers;
    private final int size;

    private Table(TableBase<T> base, List<TableLayer<T>> layers, int size) {
        this.base = base;
        this.layers = layers;
        this.size = size;
    }

    public static <T extends Fact> Table<T> of(List<T> facts) {
        return new Table<>(new TableBase<>(facts), List.of(), facts.size());
    }

    public Optional<T> find(Id<T> id) {
        Optional<T> edited = edited(id);
        return edited != null ? edited : base.find(id);
    }

    /** What the newest layer that knows the fact says of it; null where none does. */
    private @Nullable Optional<T> edited(Id<T> id) {
        for (int place = layers.size() - 1; place >= 0; place--) {
            Optional<T> found = layers.get(place).find(id);
            if (found != null) {
                return found;
            }
        }
        return null;
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

    /** Visits base facts in their order, then those the layers added, in the order of their making. */
    public void forEach(Consumer<? super T> visitor) {
        boolean isFolded = isFolded();
        for (T fact : base.facts()) {
            Optional<T> edited = isFolded ? null : edited(idOf(fact));
            if (edited == null) {
                visitor.accept(fact);
            } else {
                edited.ifPresent(visitor);
            }
        }
        for (int place = 0; place < layers.size(); place++) {
            for (Id<T> id : layers.get(place).edits().keySet()) {
                if (base.position(id) < 0 && !isInBefore(place, id)) {
                    find(id).ifPresent(visitor);
                }
            }
        }
    }

    private boolean isInBefore(int place, Id<T> id) {
        for (int before = 0; before < place; before++) {
            if (layers.get(before).has(id)) {
                return true;
            }
        }
        return false;
    }

    private boolean isInAfter(int place, Id<T> id) {
        for (int after = place + 1; after < layers.size(); after++) {
            if (layers.get(after).has(id)) {
                return true;
            }
        }
        return false;
    }

    /** Facts with the given key, base facts first. Costs the hits times the number of layers. */
    public <K> List<T> by(Lookup<T, K> lookup, K key) {
        List<T> shared = base.by(lookup, key);
        if (isFolded()) {
            return shared;
        }
        List<T> found = new ArrayList<>(shared.size() + 1);
        for (T fact : shared) {
            if (!isInAfter(-1, idOf(fact))) {
                found.add(fact);
            }
        }
        for (int place = 0; place < layers.size(); place++) {
            for (T fact : layers.get(place).by(lookup, key)) {
                if (!isInAfter(place, idOf(fact))) {
                    found.add(fact);
                }
            }
        }
        return found;
    }

    /** A new version with these facts put in (present) or taken out (empty). */
    public Table<T> with(Map<Id<T>, Optional<T>> edits) {
        if (edits.isEmpty()) {
            return this;
        }
        Table<T> result = new Table<>(base, joined(new TableLayer<>(new LinkedHashMap<>(edits))), sizeWith(edits));
        int edited = result.layers.stream().mapToInt(TableLayer::size).sum();
        boolean fold =
                edited > SMALLEST_LAYERS_WORTH_FOLDING && edited > base.facts().size() / LAYERS_SHARE;
        return fold ? result.folded() : result;
    }

    /**
     * The same, with the edits written into the newest layer, which must be this table's own (see {@link #scratch}): this
     * version is not to be read after that. Costs what is edited, and no copy.
     */
    Table<T> written(Map<Id<T>, Optional<T>> edits) {
        int count = sizeWith(edits);
        TableLayer<T> own = layers.get(layers.size() - 1);
        edits.forEach(own::put);
        return new Table<>(base, layers, count);
    }

    /** The same facts with an empty layer of its own on top, for {@link #written}. */
    Table<T> scratch() {
        List<TableLayer<T>> next = new ArrayList<>(layers);
        next.add(new TableLayer<>(new LinkedHashMap<>()));
        return new Table<>(base, next, size);
    }

    private int sizeWith(Map<Id<T>, Optional<T>> edits) {
        int count = size;
        for (Map.Entry<Id<T>, Optional<T>> edit : edits.entrySet()) {
            boolean was = find(edit.getKey()).isPresent();
            count += (edit.getValue().isPresent() ? 1 : 0) - (was ? 1 : 0);
        }
        return count;
    }

    /** The layers with one more; where it is no smaller than the last it takes that one in, and so on. */
    private List<TableLayer<T>> joined(TableLayer<T> newest) {
        int kept = layers.size();
        TableLayer<T> last = newest;
        while (kept > 0 && layers.get(kept - 1).size() <= last.size()) {
            kept--;
            last = layers.get(kept).under(last);
        }
        List<TableLayer<T>> next = new ArrayList<>(layers.subList(0, kept));
        next.add(last);
        return next;
    }

    /** The same facts without layers. */
    public Table<T> folded() {
        return isFolded() ? new Table<>(base, List.of(), size) : of(stream().toList());
    }

    /** Position of a fact in the base, or -1: the ordinal under which compiled structures know it. */
    public int basePosition(Id<T> id) {
        return base.position(id);
    }

    /** The shared base's facts in order of their positions, whatever the layers say of them. */
    public List<T> baseFacts() {
        return base.facts();
    }

    /** Whether no layer edits anything. */
    public boolean isFolded() {
        for (TableLayer<T> layer : layers) {
            if (layer.size() > 0) {
                return false;
            }
        }
        return true;
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

package wexa.core.access;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import wexa.core.model.Fact;
import wexa.core.model.Table;
import wexa.core.value.Id;

/**
 * Dense numbers for the facts of one kind: a folded table's positions, and after them the numbers of those that came
 * since. A number once given stays, also when its fact goes.
 */
final class Ordinals<T extends Fact> {
    private final Table<T> table;
    private final Map<Id<T>, Integer> later;
    private final List<Id<T>> laterIds;

    private Ordinals(Table<T> table, Map<Id<T>, Integer> later, List<Id<T>> laterIds) {
        this.table = table;
        this.later = later;
        this.laterIds = laterIds;
    }

    static <T extends Fact> Ordinals<T> of(Table<T> folded) {
        return new Ordinals<>(folded, Map.of(), List.of());
    }

    /** The number of an id, or -1 if it has none. */
    int find(Id<T> id) {
        int position = table.basePosition(id);
        if (position >= 0 || later.isEmpty()) {
            return position;
        }
        return later.getOrDefault(id, -1);
    }

    @SuppressWarnings("unchecked") // a fact of type T has an Id<T>
    Id<T> id(int ordinal) {
        int based = table.baseFacts().size();
        return ordinal < based ? (Id<T>) table.baseFacts().get(ordinal).id() : laterIds.get(ordinal - based);
    }

    int count() {
        return table.baseFacts().size() + laterIds.size();
    }

    /** These, and numbers for the given ids that have none yet. */
    Ordinals<T> including(Iterable<Id<T>> ids) {
        Map<Id<T>, Integer> nextLater = null;
        List<Id<T>> nextIds = laterIds;
        for (Id<T> id : ids) {
            if (find(id) >= 0 || (nextLater != null && nextLater.containsKey(id))) {
                continue;
            }
            if (nextLater == null) {
                nextLater = new HashMap<>(later);
                nextIds = new ArrayList<>(laterIds);
            }
            nextLater.put(id, table.baseFacts().size() + nextIds.size());
            nextIds.add(id);
        }
        return nextLater == null ? this : new Ordinals<>(table, nextLater, nextIds);
    }
}

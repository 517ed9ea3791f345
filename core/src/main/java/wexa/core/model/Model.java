package wexa.core.model;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.value.Id;

/** Everything Wexa holds to be so, as one immutable value. Applying effects gives another that shares the rest. */
public final class Model {
    private static final Model EMPTY =
            new Model(Kind.all().stream().map(kind -> Table.of(List.of())).toList());

    private final List<Table<?>> tables;

    private Model(List<? extends Table<?>> tables) {
        this.tables = List.copyOf(tables);
    }

    public static Model empty() {
        return EMPTY;
    }

    /** A model of the given facts, each kind in the order given. */
    public static Model of(Iterable<? extends Fact> facts) {
        Builder builder = builder();
        facts.forEach(builder::add);
        return builder.build();
    }

    public static Builder builder() {
        return new Builder();
    }

    /** Takes facts one after the other, of all kinds in any order. */
    public static final class Builder {
        private final List<List<Fact>> sorted =
                Kind.all().stream().<List<Fact>>map(kind -> new ArrayList<>()).toList();

        private Builder() {}

        public void add(Fact fact) {
            sorted.get(Kind.of(fact).position()).add(fact);
        }

        /** Each kind stands in the order in which its facts were added. */
        public Model build() {
            return new Model(sorted.stream().map(Table::of).toList());
        }
    }

    @SuppressWarnings("unchecked") // tables stand in the order of their kinds
    public <T extends Fact> Table<T> table(Kind<T> kind) {
        return (Table<T>) tables.get(kind.position());
    }

    /** Applies effects in order. An effect whose {@code before} is not what stands there is refused. */
    public Model with(List<Effect> effects) {
        return effects.isEmpty() ? this : edited(effects, Table::with);
    }

    /** The same facts, for effects that are {@link #written} one after the other. */
    Model scratch() {
        return new Model(tables.stream().map(Table::scratch).toList());
    }

    /** Applies effects to a model that came from {@link #scratch}; this version is not to be read after that. */
    Model written(List<Effect> effects) {
        return effects.isEmpty() ? this : edited(effects, Table::written);
    }

    /** Gives a table with some facts put in or taken out. */
    private interface Edit<T extends Fact> {
        Table<T> of(Table<T> table, Map<Id<T>, Optional<T>> edits);
    }

    private Model edited(List<Effect> effects, Edit<Fact> edit) {
        Map<Kind<?>, Map<Id<?>, Optional<Fact>>> edits = new HashMap<>(2);
        for (Effect effect : effects) {
            Map<Id<?>, Optional<Fact>> edited = edits.computeIfAbsent(effect.kind(), any -> new LinkedHashMap<>(2));
            Optional<Fact> stands =
                    edited.containsKey(effect.id()) ? edited.get(effect.id()) : find(effect.kind(), effect.id());
            if (!effect.before().equals(stands)) {
                throw new StaleEffectException(effect, stands);
            }
            edited.put(effect.id(), effect.after());
        }
        Table<?>[] next = tables.toArray(Table[]::new);
        edits.forEach((kind, edited) -> next[kind.position()] = edited(kind, edited, edit));
        return new Model(List.of(next));
    }

    @SuppressWarnings({"unchecked", "rawtypes"}) // an effect's facts are of its kind
    private Table<?> edited(Kind<?> kind, Map<Id<?>, Optional<Fact>> edits, Edit<Fact> edit) {
        return edit.of((Table) tables.get(kind.position()), (Map) edits);
    }

    @SuppressWarnings({"unchecked", "rawtypes"}) // the id of a fact of this kind
    public Optional<Fact> find(Kind<?> kind, Id<?> id) {
        return ((Table) tables.get(kind.position())).find((Id) id);
    }

    /** The same facts with every layer folded in: what an index is compiled from. */
    public Model folded() {
        boolean already = tables.stream().allMatch(Table::isFolded);
        return already ? this : new Model(tables.stream().map(Table::folded).toList());
    }

    public Table<Person> people() {
        return table(Kind.PERSON);
    }

    public Table<Group> groups() {
        return table(Kind.GROUP);
    }

    public Table<Role> roles() {
        return table(Kind.ROLE);
    }

    public Table<Tenant> tenants() {
        return table(Kind.TENANT);
    }

    public App appOf(Tenant tenant) {
        return table(Kind.APP).get(tenant.app());
    }

    /** What people call the tenant: its app's name and its own. */
    public String title(Tenant tenant) {
        return appOf(tenant).name() + " " + tenant.name();
    }

    /** The tenant's name in sentences: {@code app/tenant}. */
    public String path(Tenant tenant) {
        return appOf(tenant).key() + "/" + tenant.key();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Model model && tables.equals(model.tables);
    }

    @Override
    public int hashCode() {
        return tables.hashCode();
    }
}

package wexa.core.change;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.sentence.Phrase;
import wexa.core.value.Id;

/**
 * A form of change, defined once: what it is called, what it does, which fields it has, how it is said, and how it is read.
 * It is made in steps: {@code Form.makes(kind, "put", "Add a member").with(fields).says(phrase).reads(reader)}.
 */
public final class Form {
    /** The id of the fact that a change makes. */
    public static final Field<Id<Fact>> ID = Field.required("id", Types.ID, "Id");

    private final String name;
    private final String title;
    private final Kind<?> kind;
    private final Nature nature;
    private final Author author;
    private final Options options;
    private final List<Field<?>> fields;
    private final List<Field<?>> unsaid;
    private final Phrase phrase;
    private final Function<Reading, Optional<? extends Change>> reader;

    /**
     * What few forms are.
     *
     * @param existing the id of a fact that is there and is taken up again; null where a fact is always new
     * @param isLast others refer to what it ends, so that it comes after all changes to them
     * @param isOfAPart it changes one thing among many in the fact, whatever becomes of the others
     */
    private record Options(
            @Nullable Function<Reading, Optional<? extends Id<?>>> existing, boolean isLast, boolean isOfAPart) {}

    private Form(Definition definition, Function<Reading, Optional<? extends Change>> reader) {
        this.name = definition.kind.text() + "." + definition.verb;
        this.title = definition.title;
        this.kind = definition.kind;
        this.nature = definition.nature;
        this.author = definition.author;
        this.options = new Options(definition.existing, definition.isLast, definition.isOfAPart);
        this.fields = List.copyOf(definition.fields);
        this.unsaid = List.copyOf(definition.unsaid);
        this.phrase = definition.phrase();
        this.reader = reader;
    }

    public static Definition makes(Kind<?> kind, String verb, String title) {
        return new Definition(kind, verb, title, Nature.MAKES);
    }

    public static Definition changes(Kind<?> kind, String verb, String title) {
        return new Definition(kind, verb, title, Nature.CHANGES);
    }

    public static Definition ends(Kind<?> kind, String verb, String title) {
        return new Definition(kind, verb, title, Nature.ENDS);
    }

    /** A form that is being defined. */
    public static final class Definition {
        private final Kind<?> kind;
        private final String verb;
        private final String title;
        private final Nature nature;
        private Author author = Author.ADMINISTRATOR;
        private @Nullable Function<Reading, Optional<? extends Id<?>>> existing;
        private boolean isLast;
        private boolean isOfAPart;
        private List<Field<?>> fields = List.of();
        private String pattern = "";

        /** Fields that entries may have and that no sentence says, since others say the same. */
        private List<Field<?>> unsaid = List.of();

        private Definition(Kind<?> kind, String verb, String title, Nature nature) {
            this.kind = kind;
            this.verb = verb;
            this.title = title;
            this.nature = nature;
        }

        /** Nobody writes it by hand. */
        public Definition from(Author other) {
            author = other;
            return this;
        }

        /**
         * The fact may be there already, and is taken up again under its id.
         *
         * @param of finds that id by what the fields name
         */
        public Definition orReopens(Function<Reading, Optional<? extends Id<?>>> of) {
            existing = of;
            return this;
        }

        /** Others refer to what it ends: it comes after all changes to them. */
        public Definition afterOthers() {
            isLast = true;
            return this;
        }

        /** It changes one thing among many in the fact: what somebody else changed in it meanwhile is another matter. */
        public Definition ofAPart() {
            isOfAPart = true;
            return this;
        }

        /** Its fields; what names the fact that is changed comes first. */
        public Definition with(Field<?>... of) {
            fields = List.of(of);
            return this;
        }

        /** And these, after those that were named before. */
        public Definition and(Field<?>... more) {
            fields = Stream.concat(fields.stream(), Stream.of(more)).toList();
            return this;
        }

        /** Fields that only entries have, since the sentence says the same by others. */
        public Definition unsaid(Field<?>... of) {
            unsaid = List.of(of);
            return this;
        }

        /** The pattern of its sentence. */
        public Definition says(String of) {
            pattern = of;
            return this;
        }

        public Form reads(Function<Reading, Optional<? extends Change>> reader) {
            return new Form(this, reader);
        }

        /** It is never read from fields: what it needs is not typed. */
        public Form readsNothing() {
            return new Form(this, in -> Optional.empty());
        }

        private Phrase phrase() {
            return Phrase.of(
                    pattern, fields.stream().map(field -> field.slot(nature)).toList());
        }
    }

    /** Its name in entries, in the API and in what is stored, such as {@code membership.put}. Never renamed. */
    public String name() {
        return name;
    }

    /** What it does, in words that need no names: {@code Add a member}. */
    public String title() {
        return title;
    }

    public Kind<?> kind() {
        return kind;
    }

    public Nature nature() {
        return nature;
    }

    public Author author() {
        return author;
    }

    /** Whether the fact that it makes may be there already, under the same id. */
    public boolean reopens() {
        return options.existing() != null;
    }

    /** The id of the fact that is taken up again, if the fields name one that is there. */
    public Optional<Id<?>> existing(Reading in) {
        Function<Reading, Optional<? extends Id<?>>> find = options.existing();
        return find == null ? Optional.empty() : find.apply(in).map(id -> id);
    }

    public boolean isLast() {
        return options.isLast();
    }

    public boolean isOfAPart() {
        return options.isOfAPart();
    }

    public List<Field<?>> fields() {
        return fields;
    }

    public Phrase phrase() {
        return phrase;
    }

    /** The field that names the fact which is changed or ended: it is called like the kind. */
    public String target() {
        return kind.text();
    }

    public Optional<? extends Change> read(Reading in) {
        return reader.apply(in);
    }

    /** Everything that an entry of this form keeps for these values; of the values only what the form has. */
    public Map<String, String> entryOf(Values values) {
        Map<String, String> kept = new LinkedHashMap<>(values.only(fields).kept());
        if (nature != Nature.CHANGES) {
            kept.values().removeIf(String::isEmpty);
        }
        return kept;
    }

    /** The texts of fields, with ids for what they name where that is there. */
    public Map<String, String> withIds(Map<String, String> texts, Reading in) {
        Map<String, String> kept = new LinkedHashMap<>(texts);
        for (Field<?> field : fields) {
            String text = texts.getOrDefault(field.name(), "");
            if (field.type().isReference() && !text.isBlank()) {
                idOf(field, in).ifPresent(id -> kept.put(field.name(), id));
            }
        }
        return kept;
    }

    private static <V> Optional<String> idOf(Field<V> field, Reading in) {
        return in.get(field).map(field.type()::write);
    }

    /**
     * The sentence of a change with these values. What it changes is told by what becomes another; where nothing does, all is told.
     *
     * @param existing the fact that it changes, as it is now
     */
    public String sentence(Values values, Optional<Values> existing, Names names) {
        Map<String, String> texts = values.natural(names);
        boolean isOfWhatStands = nature == Nature.CHANGES && existing.isPresent();
        Set<String> changed = isOfWhatStands ? values.differing(existing.orElseThrow(), target()) : Set.of();
        if (!changed.isEmpty()) {
            texts.keySet().removeIf(name -> !name.equals(target()) && !changed.contains(name));
        } else if (!isOfWhatStands) {
            texts.values().removeIf(String::isEmpty);
        }
        return phrase.fill(texts, names.quoting());
    }

    /** All fields that its entries may have. */
    public List<Field<?>> allFields() {
        List<Field<?>> all = new ArrayList<>();
        if (nature == Nature.MAKES) {
            all.add(ID);
        }
        all.addAll(fields);
        all.addAll(unsaid);
        return all;
    }

    @Override
    public String toString() {
        return name;
    }
}

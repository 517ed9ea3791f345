package wexa.core.change;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import wexa.core.finding.Code;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.sentence.Phrase;
import wexa.core.sentence.Shape;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * A fact that has no name of its own, named by what people know of it: {@code wren.castellane in group lagoon-night}. Where
 * two would be meant, {@code begun DAY} tells them apart, and {@code nth N} those that began together, in the order of their
 * ids.
 */
public final class Reference<T extends Fact> implements Type<T> {
    private static final Pattern NUMBER = Pattern.compile("[1-9][0-9]{0,5}");
    private static final String ALWAYS = "always";

    private static final Field<String> BEGUN = Field.optional("begun", Types.WORD, "Begun");
    private static final Field<String> NTH = Field.optional(
            "nth", Types.parsed("a number", text -> NUMBER.matcher(text).matches(), text -> text), "Which of them");

    private final Kind<T> kind;
    private final String what;
    private final Shape.OneOf shape;
    private final Naming<T> naming;

    /** How facts of a kind are named. */
    public interface Naming<T> {
        /** What it is named by. */
        Values parts(T fact, Names names);

        /** Which of the phrases is for it. */
        default int phrase(T fact) {
            return 0;
        }

        /** All that can be meant by the parts; those that are missing or wrong are reported to the reading. */
        List<T> candidates(Reading parts);

        /** When it holds; empty for what has no beginning and no end. */
        default Optional<Window> window(T fact) {
            return Optional.empty();
        }

        default Optional<Instant> begun(T fact) {
            return window(fact).map(Window::from);
        }

        /** Whether it is over, so that another is meant rather than this. */
        default boolean isOver(T fact, Instant now) {
            return window(fact).filter(window -> window.endsBy(now)).isPresent();
        }
    }

    /** A phrase that names a fact, and the fields in it. */
    public record Wording(String pattern, List<Field<?>> fields) {
        public Wording(String pattern, Field<?>... fields) {
            this(pattern, List.of(fields));
        }

        Phrase phrase() {
            List<Field<?>> all = new ArrayList<>(fields);
            all.add(BEGUN);
            all.add(NTH);
            return Phrase.of(
                    pattern + "[ begun {begun}][ nth {nth}]",
                    all.stream().map(field -> field.slot(Nature.MAKES)).toList());
        }
    }

    public Reference(Kind<T> kind, String what, List<Wording> wordings, Naming<T> naming) {
        this.kind = kind;
        this.what = what;
        this.shape = new Shape.OneOf(wordings.stream().map(Wording::phrase).toList());
        this.naming = naming;
    }

    @Override
    public String what() {
        return what;
    }

    @Override
    public Optional<T> read(String text, Reading in) {
        if (Types.isId(text)) {
            Optional<T> found = in.model().table(kind).find(Id.of(text));
            if (found.isEmpty()) {
                in.report(Code.FACT_GONE, "id", text);
            }
            return found;
        }
        Optional<Map<String, String>> values = shape.read(text);
        if (values.isEmpty()) {
            in.report(Code.FIELD_MALFORMED, "value", Reading.shown(text), "hint", "Write it as " + what + ".");
            return Optional.empty();
        }
        Reading parts = in.parts(values.get());
        List<T> meant = narrowed(naming.candidates(parts), parts);
        if (meant.size() > 1) {
            in.report(Code.REFERENCE_AMBIGUOUS, "value", Reading.shown(text), "count", Integer.toString(meant.size()));
            return Optional.empty();
        }
        if (meant.isEmpty()) {
            NamedTypes.unresolved(text, kind, in);
        }
        return meant.stream().findFirst();
    }

    private List<T> narrowed(List<T> candidates, Reading parts) {
        Optional<String> begun = parts.get(BEGUN);
        Optional<String> nth = parts.get(NTH);
        List<T> meant = candidates.stream()
                .filter(fact -> begun.isEmpty() || begun.get().equals(begun(fact, parts.zone())))
                .sorted(Comparator.comparing(fact -> fact.id().toString()))
                .toList();
        if (nth.isPresent()) {
            int place = Integer.parseInt(nth.get()) - 1;
            return place < meant.size() ? List.of(meant.get(place)) : List.of();
        }
        List<T> current =
                meant.stream().filter(fact -> !naming.isOver(fact, parts.now())).toList();
        return meant.size() > 1 && current.size() == 1 ? current : meant;
    }

    private String begun(T fact, ZoneId zone) {
        return naming.begun(fact)
                .filter(instant -> !instant.equals(Instant.MIN))
                .map(instant -> Days.text(instant, 0, zone))
                .orElse(ALWAYS);
    }

    @SuppressWarnings("unchecked") // a fact of type T has an Id<T>
    private static <T extends Fact> Id<T> idOf(T fact) {
        return (Id<T>) fact.id();
    }

    @Override
    public String write(T value) {
        return value.id().toString();
    }

    @Override
    public String natural(T changed, Names names) {
        // by what it is there, although the change is to make it another
        T value = names.model().table(kind).find(idOf(changed)).orElse(changed);
        Values parts = naming.parts(value, names);
        Phrase phrase = shape.phrases().get(naming.phrase(value));
        Map<String, String> texts = parts.natural(names);
        texts.values().removeIf(String::isEmpty);
        Reading in = new Reading(texts, new Reading.Context(names.model(), names.zone(), Instant.MAX, ""));
        List<T> same = naming.candidates(in);
        if (same.size() > 1) {
            String day = begun(value, names.zone());
            texts.put(BEGUN.name(), day);
            List<T> together = same.stream()
                    .filter(fact -> begun(fact, names.zone()).equals(day))
                    .sorted(Comparator.comparing(fact -> fact.id().toString()))
                    .toList();
            for (int place = 0; together.size() > 1 && place < together.size(); place++) {
                if (together.get(place).id().equals(value.id())) {
                    texts.put(NTH.name(), Integer.toString(place + 1));
                }
            }
        }
        return phrase.fill(texts, names.quoting());
    }

    @Override
    public String told(T value, Names names) {
        List<String> parts = new ArrayList<>();
        naming.parts(value, names).told(names).values().stream()
                .filter(part -> !part.isEmpty())
                .forEach(parts::add);
        return String.join(" · ", parts);
    }

    @Override
    public Shape shape() {
        return shape;
    }

    @Override
    public boolean isReference() {
        return true;
    }

    /** The same for fields that hold the id alone. */
    public Type<Id<T>> ids() {
        return new Ids<>(this);
    }

    private record Ids<T extends Fact>(Reference<T> of) implements Type<Id<T>> {
        @Override
        public String what() {
            return of.what();
        }

        @Override
        public Optional<Id<T>> read(String text, Reading in) {
            return of.read(text, in).map(Reference::idOf);
        }

        @Override
        public String write(Id<T> value) {
            return value.toString();
        }

        @Override
        public String natural(Id<T> value, Names names) {
            return names.model()
                    .table(of.kind)
                    .find(value)
                    .map(fact -> of.natural(fact, names))
                    .orElseGet(value::toString);
        }

        @Override
        public String told(Id<T> value, Names names) {
            return names.find(of.kind, value).map(fact -> of.told(fact, names)).orElseGet(value::toString);
        }

        @Override
        public Shape shape() {
            return of.shape();
        }

        @Override
        public boolean isReference() {
            return true;
        }
    }
}

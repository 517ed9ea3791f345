package wexa.core.change;

import java.time.Instant;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import wexa.core.value.Window;

/** The values of some fields, in the order given; empty ones are known to be empty. */
public final class Values {
    private final Map<Field<?>, Optional<?>> values = new LinkedHashMap<>();

    public <V> Values put(Field<V> field, V value) {
        values.put(field, Optional.of(value));
        return this;
    }

    public <V> Values put(Field<V> field, Optional<V> value) {
        values.put(field, value);
        return this;
    }

    /** A text that may be empty, or several of which there may be none. */
    public <V> Values putUnless(boolean isEmpty, Field<V> field, V value) {
        values.put(field, isEmpty ? Optional.empty() : Optional.of(value));
        return this;
    }

    public Values putText(Field<String> field, String text) {
        return putUnless(text.isEmpty(), field, text);
    }

    public <V> Values putAll(Field<List<V>> field, Collection<V> several) {
        return putUnless(several.isEmpty(), field, List.copyOf(several));
    }

    /** The first and the last day; what always was or never ends has none. */
    public Values put(Window window) {
        return putUnless(window.from().equals(Instant.MIN), Types.FROM, window.from())
                .putUnless(window.isOpenEnded(), Types.UNTIL, window.until());
    }

    /** The same without a field. */
    public Values without(Field<?> field) {
        values.remove(field);
        return this;
    }

    public Map<Field<?>, Optional<?>> all() {
        return Collections.unmodifiableMap(values);
    }

    /** Names of the fields that have another value than there, but for one. */
    Set<String> differing(Values other, String except) {
        Set<String> differing = new LinkedHashSet<>();
        values.forEach((field, value) -> {
            if (!field.name().equals(except) && !Objects.equals(value, other.values.get(field))) {
                differing.add(field.name());
            }
        });
        return differing;
    }

    public Values only(List<Field<?>> fields) {
        Values some = new Values();
        for (Field<?> field : fields) {
            Optional<?> value = values.get(field);
            if (value != null) {
                some.values.put(field, value);
            }
        }
        return some;
    }

    /** The texts that an entry keeps, by the fields' names. */
    public Map<String, String> kept() {
        Map<String, String> texts = new LinkedHashMap<>();
        values.forEach((field, value) -> texts.put(field.name(), kept(field, value)));
        return texts;
    }

    @SuppressWarnings("unchecked") // a field and its value are put together
    private static <V> String kept(Field<V> field, Optional<?> value) {
        return value.map(one -> field.type().write((V) one)).orElse("");
    }

    /** The texts that a sentence has, by the fields' names. */
    Map<String, String> natural(Names names) {
        Map<String, String> texts = new LinkedHashMap<>();
        values.forEach((field, value) -> texts.put(field.name(), natural(field, value, names)));
        return texts;
    }

    @SuppressWarnings("unchecked") // a field and its value are put together
    private static <V> String natural(Field<V> field, Optional<?> value, Names names) {
        return value.map(one -> field.type().natural((V) one, names)).orElse("");
    }

    /** The texts that people read, by the fields. */
    public Map<Field<?>, String> told(Names names) {
        Map<Field<?>, String> texts = new LinkedHashMap<>();
        values.forEach((field, value) -> texts.put(field, told(field, value, names)));
        return texts;
    }

    @SuppressWarnings("unchecked") // a field and its value are put together
    private static <V> String told(Field<V> field, Optional<?> value, Names names) {
        return value.map(one -> field.type().told((V) one, names)).orElse("");
    }
}

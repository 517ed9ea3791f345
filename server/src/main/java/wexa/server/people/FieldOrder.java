package wexa.server.people;

import java.math.BigDecimal;
import java.util.Comparator;
import java.util.Optional;
import java.util.function.Function;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.value.Id;
import wexa.server.people.PersonRows.Line;

/** How people are sorted by a field that the organisation defines; whoever has no value stands last either way. */
final class FieldOrder {
    private FieldOrder() {}

    /** Numbers by size, choices as they are offered, people by name, days and texts by their letters. */
    static Comparator<Line> of(PersonField field, Model model, boolean isDescending) {
        return switch (field.type()) {
            case NUMBER -> by(field, BigDecimal::new, isDescending);
            case CHOICE -> by(field, field.choices()::indexOf, isDescending);
            case PERSON ->
                by(field, id -> model.people().find(Id.of(id)).map(Person::name).orElse(""), isDescending);
            case TEXT, DATE -> by(field, Function.identity(), isDescending);
        };
    }

    private static <T extends Comparable<? super T>> Comparator<Line> by(
            PersonField field, Function<String, T> value, boolean isDescending) {
        Comparator<T> order = isDescending ? Comparator.reverseOrder() : Comparator.naturalOrder();
        return Comparator.<Line, Optional<T>>comparing(
                        line -> Optional.ofNullable(
                                        line.origin().custom().get(field.key().text()))
                                .map(value),
                        (one, other) -> one.isPresent() && other.isPresent()
                                ? order.compare(one.get(), other.get())
                                : Boolean.compare(other.isPresent(), one.isPresent()))
                .thenComparing(line -> line.row().name());
    }
}

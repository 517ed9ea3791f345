package wexa.core.custom;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;
import wexa.core.change.Days;
import wexa.core.change.NamedTypes;
import wexa.core.change.Names;
import wexa.core.change.Reading;
import wexa.core.change.Type;
import wexa.core.change.Types;
import wexa.core.finding.Code;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.sentence.Shape;
import wexa.core.value.Id;
import wexa.core.value.Key;

/**
 * A value of one field, written {@code badge=4711}.
 *
 * @param value as it is kept: a number without needless zeros, a day as {@code 2026-11-30}, a choice as the field spells it, a
 *     person by their id
 */
public record FieldValue(Key field, String value) {
    /** The longest value: all values of a person have to fit into one change. */
    public static final int LONGEST = 150;

    private static final Pattern NUMBER = Pattern.compile("[+-]?[0-9]{1,18}([.][0-9]{1,6})?");

    public static final Type<FieldValue> TYPE = new Pair();

    /** Values of several fields; a rule may have several of one. */
    public static final Type<List<FieldValue>> SEVERAL = Types.listOf(TYPE);

    /** The field called so, if there is one. */
    public static Optional<PersonField> field(String key, Reading in) {
        return Key.accepts(key)
                ? in.model().table(Kind.PERSON_FIELD).by(PersonField.BY_KEY, Key.of(key)).stream()
                        .findFirst()
                : Optional.empty();
    }

    /** Each field's value; of several of one the last. */
    public static Map<String, String> byField(List<FieldValue> values) {
        Map<String, String> byField = new TreeMap<>();
        values.forEach(one -> byField.put(one.field().text(), one.value()));
        return byField;
    }

    /** Values as one text, as entries have them. */
    public static String text(Map<String, String> byField) {
        return SEVERAL.write(of(byField));
    }

    public static List<FieldValue> of(Map<String, String> byField) {
        List<FieldValue> values = new ArrayList<>();
        byField.forEach((field, value) -> values.add(new FieldValue(Key.of(field), value)));
        return values;
    }

    /** The text as a value of the field is kept, if it can be one: for what is read and nobody is there to correct. */
    public static Optional<String> kept(PersonField field, String text, Model model) {
        Reading in = new Reading(Map.of(), new Reading.Context(model, ZoneOffset.UTC, Instant.EPOCH, ""));
        Optional<String> value = read(field, text.strip(), in);
        return in.hasFindings() ? Optional.empty() : value.filter(one -> !one.isEmpty());
    }

    /** What the text means as a value of the field; what it cannot be is reported. */
    static Optional<String> read(PersonField field, String text, Reading in) {
        Optional<String> value = switch (field.type()) {
            case TEXT -> Types.TEXT.read(text, in);
            case NUMBER ->
                NUMBER.matcher(text).matches() ? Optional.of(plain(new BigDecimal(text))) : malformed(field, text, in);
            case DATE -> isDay(text) ? Optional.of(text) : malformed(field, text, in);
            case CHOICE ->
                field.choices().stream()
                        .filter(choice -> choice.equalsIgnoreCase(text))
                        .findFirst()
                        .or(() -> malformed(field, text, in));
            case PERSON -> NamedTypes.PERSON.read(text, in).map(Id::toString);
        };
        return value.filter(one -> one.length() <= LONGEST || tooLong(one, in));
    }

    private static String plain(BigDecimal number) {
        return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
    }

    private static boolean isDay(String text) {
        try {
            LocalDate day = LocalDate.parse(text);
            return day.getYear() >= 1900 && day.getYear() <= 9998;
        } catch (DateTimeParseException unreadable) {
            return false;
        }
    }

    /** How a value of the field is written. */
    public static String hint(PersonField field) {
        return switch (field.type()) {
            case TEXT -> "Use at most " + LONGEST + " characters in one line.";
            case NUMBER -> "Write it with digits, such as 12.5.";
            case DATE -> "Write the day as 2026-11-30.";
            case CHOICE -> "Use one of: " + String.join(", ", field.choices()) + ".";
            case PERSON -> "Use the handle of somebody here.";
        };
    }

    private static Optional<String> malformed(PersonField field, String text, Reading in) {
        in.report(Code.FIELD_MALFORMED, "value", shown(text), "hint", field.label() + ": " + hint(field));
        return Optional.empty();
    }

    private static boolean tooLong(String text, Reading in) {
        in.report(Code.FIELD_TOO_LONG, "length", Integer.toString(text.length()), "most", Integer.toString(LONGEST));
        return false;
    }

    private static String shown(String text) {
        return text.substring(0, Math.min(80, text.length()));
    }

    /** The value for people to read. */
    public static String told(PersonField.Type type, String value, Model model) {
        return told(
                type, value, type == PersonField.Type.PERSON ? model.people().find(Id.of(value)) : Optional.empty());
    }

    /** The value for people to read. */
    public static String told(PersonField.Type type, String value, Optional<Person> person) {
        return switch (type) {
            case DATE -> isDay(value) ? Days.words(LocalDate.parse(value)) : value;
            case PERSON -> person.map(Person::name).orElse(value);
            case TEXT, NUMBER, CHOICE -> value;
        };
    }

    private static final class Pair implements Type<FieldValue> {
        @Override
        public String what() {
            return "a field and its value, such as badge=4711";
        }

        @Override
        public Optional<FieldValue> read(String text, Reading in) {
            int equals = text.indexOf('=');
            String key = equals < 0 ? text : text.substring(0, equals).strip();
            Optional<PersonField> field = field(key, in);
            if (equals < 0) {
                in.report(Code.FIELD_MALFORMED, "value", shown(text), "hint", "Write it as badge=4711.");
                return Optional.empty();
            }
            if (field.isEmpty()) {
                in.report(Code.REFERENCE_UNRESOLVED, "value", shown(key), "kind", Kind.PERSON_FIELD.text());
                return Optional.empty();
            }
            String value = text.substring(equals + 1).strip();
            if (value.isEmpty()) {
                in.report(Code.FIELD_MALFORMED, "value", shown(text), "hint", "Write a value behind the equals sign.");
                return Optional.empty();
            }
            return FieldValue.read(field.get(), value, in)
                    .map(read -> new FieldValue(field.get().key(), read));
        }

        @Override
        public String write(FieldValue value) {
            return value.field() + "=" + value.value();
        }

        @Override
        public String natural(FieldValue value, Names names) {
            return value.field() + "="
                    + person(value, names).map(one -> one.handle().text()).orElse(value.value());
        }

        @Override
        public String told(FieldValue value, Names names) {
            Optional<PersonField> field =
                    names.model().table(Kind.PERSON_FIELD).by(PersonField.BY_KEY, value.field()).stream()
                            .findFirst();
            return field.map(PersonField::label).orElse(value.field().text()) + ": "
                    + FieldValue.told(
                            field.map(PersonField::type).orElse(PersonField.Type.TEXT),
                            value.value(),
                            person(value, names));
        }

        private static Optional<Person> person(FieldValue value, Names names) {
            return names.model().table(Kind.PERSON_FIELD).by(PersonField.BY_KEY, value.field()).stream()
                    .filter(field -> field.type() == PersonField.Type.PERSON)
                    .findFirst()
                    .flatMap(field -> names.model().people().find(Id.of(value.value())));
        }

        @Override
        public Shape shape() {
            return new Shape.Word();
        }
    }
}

package wexa.core.change;

import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import wexa.core.finding.Code;
import wexa.core.model.Fact;
import wexa.core.sentence.Items;
import wexa.core.sentence.Shape;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Permission;

/** The types of fields that hold values; those that name facts are {@link NamedTypes}. */
public final class Types {
    private static final int LONGEST_TEXT = 200;

    /** About a hundred ids. */
    private static final int LONGEST_LIST = 3_900;

    /** The canonical text form (RFC 9562 4). */
    private static final int ID_LENGTH = 36;

    public static final Type<Id<Fact>> ID = parsed("an id", "Send a UUID (RFC 9562).", Types::isId, Id::of);

    /** Free text for people to read. */
    public static final Type<String> TEXT = new Text(new Shape.Text());

    /** A short text without blanks, such as the name of a directory's entry. */
    public static final Type<String> WORD = new Text(new Shape.Word());

    public static final Type<Key> KEY =
            parsed("a short name", "Use 1 to 60 lower-case letters, digits and single hyphens.", Key::accepts, Key::of);
    public static final Type<Handle> HANDLE = parsed(
            "a handle", "Use 2 to 64 lower-case letters, digits, dots and hyphens.", Handle::accepts, Handle::of);
    public static final Type<Mail> MAIL =
            parsed("an e-mail address", "Write it as ines.abara@skerrow.example.", Mail::accepts, Mail::of);

    public static final Type<Permission> PERMISSION =
            parsed("a permission", "Write it as pelagia:treatment:amend.", Types::isPermission, Permission::of);

    /** When something begins: the day named, at its midnight. */
    public static final Type<Instant> FIRST_DAY = new Day("a day", 0);

    /** When something ends: the midnight after the day named (rule 9). */
    public static final Type<Instant> LAST_DAY = new Day("a day", 1);

    public static final Field<Instant> FROM = Field.optional("from", FIRST_DAY, "First day");
    public static final Field<Instant> UNTIL = Field.optional("until", LAST_DAY, "Last day");

    /** Why it is given; where it is not said, the draft's reason. */
    public static final Field<String> BECAUSE = Field.optional("because", TEXT, "Reason");

    private Types() {}

    /** A type that says what it accepts. */
    public static <V> Type<V> parsed(String what, Predicate<String> accepts, Function<String, V> make) {
        return parsed(what, "Choose one from the list.", accepts, make);
    }

    /** @param hint how it is to be written, for those who wrote it otherwise */
    public static <V> Type<V> parsed(String what, String hint, Predicate<String> accepts, Function<String, V> make) {
        return new Parsed<>(what, hint, accepts, make);
    }

    /** One of the constants, in lower case. */
    public static <E extends Enum<E>> Type<E> choice(String what, Class<E> type) {
        return parsed(
                what,
                text -> Arrays.stream(type.getEnumConstants())
                        .anyMatch(one -> one.name().equalsIgnoreCase(text)),
                text -> Enum.valueOf(type, text.toUpperCase(Locale.ROOT)));
    }

    /** Several of a type, each once, with commas between. */
    public static <V> Type<List<V>> listOf(Type<V> each) {
        return new ListOf<>(each);
    }

    private static boolean isPermission(String text) {
        String[] parts = text.split(":", -1);
        return parts.length == 3 && Arrays.stream(parts).allMatch(Key::accepts);
    }

    static boolean isId(String text) {
        // asked of every reference, most of which are names: failing to read one as an id would cost more than this
        if (text.length() != ID_LENGTH) {
            return false;
        }
        for (int place = 0; place < ID_LENGTH; place++) {
            char at = text.charAt(place);
            boolean isDash = place == 8 || place == 13 || place == 18 || place == 23;
            if (isDash ? at != '-' : Character.digit(at, 16) < 0 || at > 'f') {
                return false;
            }
        }
        return true;
    }

    private record Parsed<V>(String what, String hint, Predicate<String> accepts, Function<String, V> make)
            implements Type<V> {
        @Override
        public Optional<V> read(String text, Reading in) {
            if (!accepts.test(text)) {
                in.report(Code.FIELD_MALFORMED, "value", Reading.shown(text), "hint", hint);
                return Optional.empty();
            }
            return Optional.of(make.apply(text));
        }

        @Override
        public String write(V value) {
            return value instanceof Enum<?> one ? one.name().toLowerCase(Locale.ROOT) : value.toString();
        }
    }

    private record Text(Shape shape) implements Type<String> {
        @Override
        public String what() {
            return "a text";
        }

        @Override
        public Optional<String> read(String text, Reading in) {
            Texts.check(text, LONGEST_TEXT, in);
            return Optional.of(text);
        }

        @Override
        public String write(String value) {
            return value;
        }
    }

    private record ListOf<V>(Type<V> each) implements Type<List<V>> {
        @Override
        public String what() {
            return each.what() + ", or several with commas between";
        }

        @Override
        public Optional<List<V>> read(String text, Reading in) {
            Texts.check(text, LONGEST_LIST, in);
            List<V> values = new ArrayList<>();
            for (String one : Items.split(text)) {
                each.read(one, in).filter(value -> !values.contains(value)).ifPresent(values::add);
            }
            return Optional.of(values);
        }

        @Override
        public String write(List<V> values) {
            return Items.join(values.stream().map(each::write).toList());
        }

        @Override
        public String natural(List<V> values, Names names) {
            return Items.join(
                    values.stream().map(value -> each.natural(value, names)).toList());
        }

        @Override
        public String told(List<V> values, Names names) {
            return String.join(
                    ", ", values.stream().map(value -> each.told(value, names)).toList());
        }

        @Override
        public Shape shape() {
            return new Shape.Several(each.shape());
        }

        @Override
        public boolean isReference() {
            return each.isReference();
        }
    }

    /** A day, or an instant of RFC 3339 that is taken as it is. */
    private record Day(String what, int later) implements Type<Instant> {
        private static final int SHOWN = 40;

        @Override
        public Optional<Instant> read(String text, Reading in) {
            try {
                return Optional.of(Days.beginning(text, later, in.zone()));
            } catch (DateTimeParseException unreadable) {
                in.report(Code.DATE_MALFORMED, "value", text.substring(0, Math.min(SHOWN, text.length())));
                return Optional.empty();
            }
        }

        @Override
        public String write(Instant value) {
            return value.toString();
        }

        @Override
        public String natural(Instant value, Names names) {
            return Days.text(value, later, names.zone());
        }

        @Override
        public String told(Instant value, Names names) {
            return Days.words(value, later, names.zone());
        }
    }
}

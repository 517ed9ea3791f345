package wexa.core.change;

import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Predicate;
import wexa.core.finding.Code;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Handle;
import wexa.core.model.Home;
import wexa.core.model.Id;
import wexa.core.model.Key;
import wexa.core.model.Kind;
import wexa.core.model.Lookup;
import wexa.core.model.Mail;
import wexa.core.model.Model;
import wexa.core.model.Permission;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.sentence.Items;
import wexa.core.sentence.Phrase;
import wexa.core.sentence.Shape;

/** The types of fields. References resolve or are refused (rule 14): what does not exist is never taken as text. */
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

    public static final Type<Id<Person>> PERSON = new Keyed<>(
            "a person",
            Kind.PERSON,
            (text, in) -> personNamed(text, in.model()),
            (person, model) -> person.handle().text(),
            (person, names) -> person.name());
    public static final Type<Id<Group>> GROUP = keyed("a group", Kind.GROUP, Group.BY_KEY, Group::key, Group::name);
    public static final Type<Id<Role>> ROLE = keyed("a role", Kind.ROLE, Role.BY_KEY, Role::key, Role::name);
    public static final Type<Id<Unit>> UNIT = keyed("a unit", Kind.UNIT, Unit.BY_KEY, Unit::key, Unit::name);
    public static final Type<Id<App>> APP = keyed("an application", Kind.APP, App.BY_KEY, App::key, App::name);
    public static final Type<Id<PermissionSet>> PERMISSION_SET = keyed(
            "a permission set", Kind.PERMISSION_SET, PermissionSet.BY_KEY, PermissionSet::key, PermissionSet::name);

    /** A tenant is named {@code app/tenant}. */
    public static final Type<Id<Tenant>> TENANT = new Keyed<>(
            "a tenant",
            Kind.TENANT,
            (text, in) -> tenantNamed(text, in.model()),
            (tenant, model) -> model.path(tenant),
            (tenant, names) -> names.find(Kind.APP, tenant.app()).map(App::name).orElse("") + " " + tenant.name());

    /** An area is named by its key within the tenant that the entry names. */
    public static final Type<Id<Area>> AREA = new Keyed<>(
            "an area",
            Kind.AREA,
            (text, in) -> in.place()
                    .flatMap(tenant -> in.model().table(Kind.AREA).by(Area.BY_TENANT, tenant).stream()
                            .filter(area -> area.key().text().equals(text))
                            .findFirst()),
            (area, model) -> area.key().text(),
            (area, names) -> area.name());

    public static final Type<Permission> PERMISSION =
            parsed("a permission", "Write it as pelagia:treatment:amend.", Types::isPermission, Permission::of);

    public static final Type<Key> HOME = new HomeKey();
    public static final Type<Subject> SUBJECT = new OfSubject();

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

    private static <T extends Fact> Type<Id<T>> keyed(
            String what, Kind<T> kind, Lookup<T, Key> byKey, Function<T, Key> key, Function<T, String> title) {
        return new Keyed<>(
                what,
                kind,
                (text, in) -> Key.accepts(text)
                        ? in.model().table(kind).by(byKey, Key.of(text)).stream()
                                .findFirst()
                        : Optional.empty(),
                (fact, model) -> key.apply(fact).text(),
                (fact, names) -> title.apply(fact));
    }

    private static Optional<Person> personNamed(String text, Model model) {
        return Handle.accepts(text)
                ? model.people().by(Person.BY_HANDLE, Handle.of(text)).stream().findFirst()
                : Optional.empty();
    }

    private static Optional<Tenant> tenantNamed(String text, Model model) {
        int slash = text.indexOf('/');
        if (slash < 0 || !Key.accepts(text.substring(0, slash)) || !Key.accepts(text.substring(slash + 1))) {
            return Optional.empty();
        }
        return model.table(Kind.APP).by(App.BY_KEY, Key.of(text.substring(0, slash))).stream()
                .flatMap(app -> model.tenants().by(Tenant.BY_APP, app.id()).stream())
                .filter(tenant -> tenant.key().text().equals(text.substring(slash + 1)))
                .findFirst();
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

    static void unresolved(String text, Kind<?> kind, Reading in) {
        in.report(Code.REFERENCE_UNRESOLVED, "value", Reading.shown(text), "kind", kind.text());
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

    /** Finds what is called so. */
    private interface Finder<T> {
        Optional<T> find(String text, Reading in);
    }

    /**
     * References by a name of their own.
     *
     * @param name as sentences have it
     * @param title as people read it
     */
    private record Keyed<T extends Fact>(
            String what,
            Kind<T> kind,
            Finder<T> finder,
            BiFunction<T, Model, String> name,
            BiFunction<T, Names, String> title)
            implements Type<Id<T>> {
        @Override
        @SuppressWarnings("unchecked") // a fact of type T has an Id<T>
        public Optional<Id<T>> read(String text, Reading in) {
            Optional<T> found = isId(text) ? in.model().table(kind).find(Id.of(text)) : finder.find(text, in);
            if (found.isEmpty()) {
                unresolved(text, kind, in);
            }
            return found.map(fact -> (Id<T>) fact.id());
        }

        @Override
        public String write(Id<T> value) {
            return value.toString();
        }

        @Override
        public String natural(Id<T> value, Names names) {
            return names.model()
                    .table(kind)
                    .find(value)
                    .map(fact -> name.apply(fact, names.model()))
                    .orElseGet(value::toString);
        }

        @Override
        public String told(Id<T> value, Names names) {
            return names.find(kind, value).map(fact -> title.apply(fact, names)).orElseGet(value::toString);
        }

        @Override
        public boolean isReference() {
            return true;
        }
    }

    /** The key of a home. Where none are known yet, any will do. */
    private record HomeKey() implements Type<Key> {
        @Override
        public String what() {
            return "a home organisation";
        }

        @Override
        public Optional<Key> read(String text, Reading in) {
            Optional<Key> key = KEY.read(text, in);
            boolean isKnown = key.isEmpty()
                    || in.model().table(Kind.HOME).size() == 0
                    || !in.model().table(Kind.HOME).by(Home.BY_KEY, key.get()).isEmpty();
            if (!isKnown) {
                unresolved(text, Kind.HOME, in);
            }
            return isKnown ? key : Optional.empty();
        }

        @Override
        public String write(Key value) {
            return value.text();
        }
    }

    /** {@code person:ID}, {@code group:ID}, {@code group KEY} or a handle. */
    private record OfSubject() implements Type<Subject> {
        private static final Field<Id<Group>> IN_GROUP = Field.required("group", GROUP, "Group");
        private static final Field<Id<Person>> IN_PERSON = Field.required("person", PERSON, "Person");
        private static final Shape.OneOf SHAPE = new Shape.OneOf(List.of(
                Phrase.of("group {group}", List.of(IN_GROUP.slot(Nature.MAKES))),
                Phrase.of("{person}", List.of(IN_PERSON.slot(Nature.MAKES)))));

        @Override
        public String what() {
            return "a person, or the word group and a group";
        }

        @Override
        public Optional<Subject> read(String text, Reading in) {
            if (text.startsWith("group:")) {
                return GROUP.read(text.substring("group:".length()), in).map(Subject.OfGroup::new);
            }
            if (text.startsWith("person:")) {
                return PERSON.read(text.substring("person:".length()), in).map(Subject.OfPerson::new);
            }
            String group = SHAPE.read(text).map(values -> values.get("group")).orElse(null);
            if (group != null) {
                return GROUP.read(group, in).map(Subject.OfGroup::new);
            }
            String person = SHAPE.read(text).map(values -> values.get("person")).orElse(text);
            return PERSON.read(person, in).map(Subject.OfPerson::new);
        }

        @Override
        public String write(Subject value) {
            return value.toString();
        }

        @Override
        public String natural(Subject value, Names names) {
            Values values = value instanceof Subject.OfGroup many
                    ? new Values().put(IN_GROUP, many.group())
                    : new Values().put(IN_PERSON, ((Subject.OfPerson) value).person());
            Phrase phrase = SHAPE.phrases().get(value instanceof Subject.OfGroup ? 0 : 1);
            return phrase.fill(values.natural(names), names.quoting());
        }

        @Override
        public String told(Subject value, Names names) {
            return value instanceof Subject.OfGroup many
                    ? GROUP.told(many.group(), names)
                    : PERSON.told(((Subject.OfPerson) value).person(), names);
        }

        @Override
        public Shape shape() {
            return SHAPE;
        }

        @Override
        public boolean isReference() {
            return true;
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

package wexa.core.change;

import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import wexa.core.finding.Code;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.ConflictRule;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Home;
import wexa.core.model.Kind;
import wexa.core.model.Lookup;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.sentence.Phrase;
import wexa.core.sentence.Shape;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** The types of fields that name facts. They resolve or are refused (rule 14): what does not exist is never taken as text. */
public final class NamedTypes {
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

    public static final Type<Id<PersonField>> PERSON_FIELD =
            keyed("a field of people", Kind.PERSON_FIELD, PersonField.BY_KEY, PersonField::key, PersonField::label);

    public static final Type<Id<ConflictRule>> CONFLICT_RULE =
            keyed("a conflict rule", Kind.CONFLICT_RULE, ConflictRule.BY_KEY, ConflictRule::key, ConflictRule::name);

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

    public static final Type<Key> HOME = new HomeKey();
    public static final Type<Subject> SUBJECT = new OfSubject();

    private NamedTypes() {}

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

    static void unresolved(String text, Kind<?> kind, Reading in) {
        in.report(Code.REFERENCE_UNRESOLVED, "value", Reading.shown(text), "kind", kind.text());
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
            Optional<T> found = Types.isId(text) ? in.model().table(kind).find(Id.of(text)) : finder.find(text, in);
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
            Optional<Key> key = Types.KEY.read(text, in);
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
}

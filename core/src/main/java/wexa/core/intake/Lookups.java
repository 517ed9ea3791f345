package wexa.core.intake;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Handle;
import wexa.core.model.Home;
import wexa.core.model.Id;
import wexa.core.model.Key;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;

/** Resolves what a field names, by id or by handle or key. What does not exist is reported, never taken as text. */
final class Lookups {
    private final Model model;
    private final Fields fields;

    Lookups(Model model, Fields fields) {
        this.model = model;
        this.fields = fields;
    }

    Optional<Id<Person>> person(String name) {
        return required(name, Kind.PERSON, this::personNamed);
    }

    Optional<Id<Person>> optionalPerson(String name) {
        return fields.has(name) ? person(name) : Optional.empty();
    }

    /** One of several people who stand in one field. */
    Optional<Id<Person>> personIn(String name, String text) {
        return resolve(name, text, Kind.PERSON, this::personNamed);
    }

    /** One of several units that stand in one field. */
    Optional<Id<Unit>> unitIn(String name, String text) {
        return resolve(
                name,
                text,
                Kind.UNIT,
                key -> byKey(key, found -> model.table(Kind.UNIT).by(Unit.BY_KEY, found)));
    }

    private Optional<Person> personNamed(String text) {
        return Handle.accepts(text)
                ? model.people().by(Person.BY_HANDLE, Handle.of(text)).stream().findFirst()
                : Optional.empty();
    }

    /** The key of a home. Where none are known yet, any will do. */
    Optional<Key> home(String name) {
        Optional<Key> key = fields.value(name, Key::accepts, Key::of);
        boolean isKnown = key.isEmpty()
                || model.table(Kind.HOME).size() == 0
                || !model.table(Kind.HOME).by(Home.BY_KEY, key.get()).isEmpty();
        if (!isKnown) {
            fields.report(Finding.of(
                    Code.REFERENCE_UNRESOLVED, name, "value", key.get().text(), "kind", Kind.HOME.text()));
        }
        return isKnown ? key : Optional.empty();
    }

    Optional<Id<Group>> group(String name) {
        return required(
                name, Kind.GROUP, text -> byKey(text, key -> model.groups().by(Group.BY_KEY, key)));
    }

    Optional<Id<Role>> role(String name) {
        return required(
                name, Kind.ROLE, text -> byKey(text, key -> model.roles().by(Role.BY_KEY, key)));
    }

    Optional<Id<Unit>> unit(String name) {
        return required(
                name,
                Kind.UNIT,
                text -> byKey(text, key -> model.table(Kind.UNIT).by(Unit.BY_KEY, key)));
    }

    /** A tenant is named {@code app/tenant}. */
    Optional<Id<Tenant>> tenant(String name) {
        return required(name, Kind.TENANT, this::tenantNamed);
    }

    private Optional<Tenant> tenantNamed(String text) {
        int slash = text.indexOf('/');
        if (slash < 0 || !Key.accepts(text.substring(0, slash)) || !Key.accepts(text.substring(slash + 1))) {
            return Optional.empty();
        }
        return model.table(Kind.APP).by(App.BY_KEY, Key.of(text.substring(0, slash))).stream()
                .flatMap(app -> model.tenants().by(Tenant.BY_APP, app.id()).stream())
                .filter(tenant -> tenant.key().text().equals(text.substring(slash + 1)))
                .findFirst();
    }

    Optional<Id<Area>> optionalArea(String name, Optional<Id<Tenant>> tenant) {
        if (!fields.has(name) || tenant.isEmpty()) {
            return Optional.empty();
        }
        return required(
                name,
                Kind.AREA,
                text -> model.table(Kind.AREA).by(Area.BY_TENANT, tenant.get()).stream()
                        .filter(area -> area.key().text().equals(text))
                        .findFirst());
    }

    /** {@code person:ID}, {@code group:ID}, {@code group KEY} or a handle. */
    Optional<Subject> subject(String name) {
        String text = fields.raw(name);
        if (text.startsWith("group ") || text.startsWith("group:")) {
            return resolve(
                            name,
                            text.substring("group ".length()),
                            Kind.GROUP,
                            key -> byKey(key, found -> model.groups().by(Group.BY_KEY, found)))
                    .map(Subject.OfGroup::new);
        }
        String person = text.startsWith("person:") ? text.substring("person:".length()) : text;
        if (person.isEmpty()) {
            fields.report(Finding.of(Code.FIELD_MISSING, name));
            return Optional.empty();
        }
        return resolve(name, person, Kind.PERSON, this::personNamed).map(Subject.OfPerson::new);
    }

    /** A fact that the entry is about, by its id. */
    <T extends Fact> Optional<T> fact(String name, Kind<T> kind) {
        Optional<Id<T>> id = fields.id(name);
        Optional<T> found = id.flatMap(model.table(kind)::find);
        if (id.isPresent() && found.isEmpty()) {
            fields.report(Finding.of(Code.FACT_GONE, name, "id", id.get().toString()));
        }
        return found;
    }

    private static <T> Optional<T> byKey(String text, Function<Key, List<T>> find) {
        return Key.accepts(text) ? find.apply(Key.of(text)).stream().findFirst() : Optional.empty();
    }

    private <T extends Fact> Optional<Id<T>> required(String name, Kind<T> kind, Function<String, Optional<T>> named) {
        String text = fields.raw(name);
        if (text.isEmpty()) {
            fields.report(Finding.of(Code.FIELD_MISSING, name));
            return Optional.empty();
        }
        return resolve(name, text, kind, named);
    }

    @SuppressWarnings("unchecked") // a fact of type T has an Id<T>
    private <T extends Fact> Optional<Id<T>> resolve(
            String name, String text, Kind<T> kind, Function<String, Optional<T>> named) {
        Optional<T> found = Fields.isId(text) ? model.table(kind).find(Id.of(text)) : named.apply(text);
        if (found.isEmpty()) {
            fields.report(Finding.of(
                    Code.REFERENCE_UNRESOLVED,
                    name,
                    "value",
                    text.substring(0, Math.min(80, text.length())),
                    "kind",
                    kind.text()));
        }
        return found.map(fact -> (Id<T>) fact.id());
    }
}

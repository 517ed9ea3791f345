package wexa.core.person;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Reading;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.custom.FieldValue;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Phone;

/** How people are added and changed. */
final class PersonForms {
    static final Field<Id<Person>> PERSON = Field.required("person", NamedTypes.PERSON, "Person");
    private static final Field<Handle> HANDLE = Field.required("handle", Types.HANDLE, "Handle");
    private static final Field<String> GIVEN = Field.required("given", Types.TEXT, "Given name");
    private static final Field<String> FAMILY = Field.required("family", Types.TEXT, "Family name");
    private static final Field<Mail> MAIL = Field.optional("mail", Types.MAIL, "E-mail");
    private static final Field<Phone> PHONE = Field.optional("phone", new PhoneNumbers(), "Mobile number");
    private static final Field<Key> HOME = Field.required("home", NamedTypes.HOME, "Home organisation");
    private static final Field<String> ENTRY = Field.optional("entry", Types.WORD, "Directory entry");

    private static final Field<List<FieldValue>> FIELDS =
            Field.optional("fields", FieldValue.SEVERAL, "The organisation's own fields");

    static final Field<FieldValue> VALUE = Field.required("field-value", FieldValue.TYPE, "Value");
    static final Field<Id<PersonField>> FIELD = Field.required("field", NamedTypes.PERSON_FIELD, "Field");

    static final Form ADD = Form.makes(Kind.PERSON, "add", "Add a person")
            .with(HANDLE, GIVEN, FAMILY, HOME, MAIL, PHONE, ENTRY, FIELDS)
            .says("add person {handle} {given} {family} home {home}[ mail {mail}][ phone {phone}][ entry {entry}]"
                    + "[ fields {fields}]")
            .reads(PersonForms::added);

    static final Form EDIT = Form.changes(Kind.PERSON, "edit", "Change a person")
            .with(PERSON, HANDLE, GIVEN, FAMILY, MAIL, PHONE, ENTRY, FIELDS)
            .says("change person {person}[ handle {handle}][ given {given}][ family {family}][ mail {mail}]"
                    + "[ phone {phone}][ entry {entry}][ fields {fields}]")
            .reads(PersonForms::edited);

    /** One value, whatever the others are: what somebody else filled in meanwhile stays. */
    static final Form FILL = Form.changes(Kind.PERSON, "fill", "Set a field of a person")
            .ofAPart()
            .with(PERSON, VALUE)
            .says("fill in {field-value} for {person}")
            .reads(PersonForms::filled);

    static final Form CLEAR = Form.changes(Kind.PERSON, "clear", "Clear a field of a person")
            .ofAPart()
            .with(PERSON, FIELD)
            .says("clear field {field} of {person}")
            .reads(PersonForms::cleared);

    private PersonForms() {}

    static Values values(Person person) {
        return new Values()
                .put(HANDLE, person.handle())
                .put(GIVEN, person.givenName())
                .put(FAMILY, person.familyName())
                .put(HOME, person.home())
                .put(MAIL, person.mail())
                .put(PHONE, person.phone())
                .put(ENTRY, person.directoryEntry())
                .putAll(FIELDS, FieldValue.of(person.custom()));
    }

    private static Optional<Change> filled(Reading in) {
        Optional<Id<Person>> person = in.get(PERSON);
        Optional<FieldValue> value = in.get(VALUE);
        return person.flatMap(one ->
                value.flatMap(read -> FieldValue.field(read.field().text(), in)
                        .map(field -> new PersonChange.Fill(one, field, Optional.of(read.value())))));
    }

    private static Optional<Change> cleared(Reading in) {
        Optional<Id<Person>> person = in.get(PERSON);
        Optional<Id<PersonField>> field = in.get(FIELD);
        return person.flatMap(one -> field.map(known ->
                new PersonChange.Fill(one, in.model().table(Kind.PERSON_FIELD).get(known), Optional.empty())));
    }

    private static Optional<Change> added(Reading in) {
        Optional<Id<Person>> id = in.newId();
        Optional<Handle> handle = in.get(HANDLE);
        String given = in.text(GIVEN);
        String family = in.text(FAMILY);
        Optional<Mail> mail = in.get(MAIL);
        Optional<Phone> phone = in.get(PHONE);
        Optional<Key> home = in.get(HOME);
        Optional<String> entry = in.get(ENTRY);
        Map<String, String> custom = FieldValue.byField(in.several(FIELDS));
        if (id.isEmpty() || handle.isEmpty() || home.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new PersonChange.Add(
                new Person(id.get(), handle.get(), given, family, mail, phone, home.get(), entry, custom)));
    }

    private static Optional<Change> edited(Reading in) {
        return in.get(PERSON).flatMap(id -> edited(in.model().people().get(id), in));
    }

    private static Optional<Change> edited(Person before, Reading in) {
        String given = in.textOrKept(GIVEN, before.givenName());
        String family = in.textOrKept(FAMILY, before.familyName());
        Optional<Mail> mail = in.orKept(MAIL, before.mail());
        Optional<Phone> phone = in.orKept(PHONE, before.phone());
        Optional<String> entry = in.orKept(ENTRY, before.directoryEntry());
        Map<String, String> custom = FieldValue.byField(in.severalOrKept(FIELDS, FieldValue.of(before.custom())));
        return in.orKept(HANDLE, Optional.of(before.handle()))
                .map(handle -> new PersonChange.Edit(
                        new Person(before.id(), handle, given, family, mail, phone, before.home(), entry, custom)));
    }
}

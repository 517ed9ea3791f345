package wexa.core.custom;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Reading;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.EngagementKind;
import wexa.core.model.Kind;
import wexa.core.model.PersonField;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** How fields of people are made, changed and retired. The short name and the type of a field stay what they are. */
final class PersonFieldForms {
    private static final Pattern ATTRIBUTE = Pattern.compile("[A-Za-z][A-Za-z0-9-]{0,59}");

    private static final Pattern SECRET = Pattern.compile("passw|pwd|secret", Pattern.CASE_INSENSITIVE);

    static final Field<Id<PersonField>> FIELD = Field.required("person-field", NamedTypes.PERSON_FIELD, "Field");
    private static final Field<Key> KEY = Field.required("key", Types.KEY, "Short name");
    private static final Field<String> NAME = Field.required("name", Types.TEXT, "Name");
    private static final Field<PersonField.Type> TYPE = Field.required(
            "type", Types.choice("text, number, date, choice or person", PersonField.Type.class), "Type");
    private static final Field<List<String>> CHOICES = Field.optional("choices", Types.listOf(Types.TEXT), "Choices");
    private static final Field<List<EngagementKind>> REQUIRED = Field.optional(
            "required",
            Types.listOf(Types.choice("employee, volunteer, contractor or partner", EngagementKind.class)),
            "Required for");
    private static final Field<String> ATTRIBUTE_NAME = Field.optional(
            "directory-attribute",
            Types.parsed(
                    "an attribute of a directory",
                    "Use the name of an attribute, such as roomNumber: letters, digits and hyphens. Passwords are never read.",
                    text -> ATTRIBUTE.matcher(text).matches()
                            && !SECRET.matcher(text).find(),
                    text -> text),
            "Directory attribute");

    static final Form MAKE = Form.makes(Kind.PERSON_FIELD, "make", "Create a field of people")
            .with(KEY, NAME, TYPE, CHOICES, REQUIRED, ATTRIBUTE_NAME)
            .says("make field {key} {name} type {type}[ choices {choices}][ required for {required}]"
                    + "[ from attribute {directory-attribute}]")
            .reads(PersonFieldForms::made);

    static final Form EDIT = Form.changes(Kind.PERSON_FIELD, "edit", "Change a field of people")
            .with(FIELD, NAME, CHOICES, REQUIRED, ATTRIBUTE_NAME)
            .says("change field {person-field}[ name {name}][ choices {choices}][ required for {required}]"
                    + "[ from attribute {directory-attribute}]")
            .reads(in -> field(in).map(before -> edited(before, in)));

    static final Form RETIRE = Form.ends(Kind.PERSON_FIELD, "retire", "Retire a field of people")
            .with(FIELD)
            .says("retire field {person-field}")
            .afterOthers()
            .reads(in -> field(in).map(field -> new PersonFieldChange.Retire(field.id())));

    private PersonFieldForms() {}

    static Values values(PersonField field) {
        return new Values()
                .put(KEY, field.key())
                .put(NAME, field.label())
                .put(TYPE, field.type())
                .putAll(CHOICES, field.choices())
                .putAll(REQUIRED, field.requiredFor())
                .put(ATTRIBUTE_NAME, field.attribute());
    }

    private static Optional<PersonField> field(Reading in) {
        return in.get(FIELD).map(in.model().table(Kind.PERSON_FIELD)::get);
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<PersonField>> id = in.newId();
        Optional<Key> key = in.get(KEY);
        String label = in.text(NAME);
        Optional<PersonField.Type> type = in.get(TYPE);
        List<String> choices = in.several(CHOICES);
        Set<EngagementKind> required = Set.copyOf(in.several(REQUIRED));
        Optional<String> attribute = in.get(ATTRIBUTE_NAME);
        return id.isEmpty() || key.isEmpty() || type.isEmpty()
                ? Optional.empty()
                : Optional.of(new PersonFieldChange.Make(
                        new PersonField(id.get(), key.get(), label, type.get(), choices, required, attribute)));
    }

    private static PersonFieldChange edited(PersonField before, Reading in) {
        return new PersonFieldChange.Edit(new PersonField(
                before.id(),
                before.key(),
                in.textOrKept(NAME, before.label()),
                before.type(),
                in.severalOrKept(CHOICES, before.choices()),
                Set.copyOf(in.severalOrKept(REQUIRED, List.copyOf(before.requiredFor()))),
                in.orKept(ATTRIBUTE_NAME, before.attribute())));
    }
}

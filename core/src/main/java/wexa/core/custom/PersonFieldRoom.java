package wexa.core.custom;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PersonField;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** A field gives no access; its values may, by rules of groups, and they stand with the people. */
public final class PersonFieldRoom implements Room<PersonField> {
    @Override
    public Kind<PersonField> kind() {
        return Kind.PERSON_FIELD;
    }

    @Override
    public List<Window> windows(PersonField field, Model model) {
        return List.of();
    }

    @Override
    public void marks(PersonField field, Model model, Marks to) {
        to.history(field.id());
    }

    @Override
    public Optional<String> title(PersonField field, Model model) {
        return Optional.of("Field " + field.label());
    }

    @Override
    public List<Form> forms() {
        return List.of(PersonFieldForms.MAKE, PersonFieldForms.EDIT, PersonFieldForms.RETIRE);
    }

    @Override
    public Values values(PersonField field) {
        return PersonFieldForms.values(field);
    }

    /** The same field again, so that the values of people are of it. */
    @Override
    public Optional<WayBack> remaking(PersonField gone) {
        return Optional.of(new WayBack(PersonFieldForms.MAKE, PersonFieldForms.values(gone), WayBack.Identity.SAME));
    }
}

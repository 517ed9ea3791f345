package wexa.core.person;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** A person. */
public final class PersonRoom implements Room<Person> {
    @Override
    public Kind<Person> kind() {
        return Kind.PERSON;
    }

    @Override
    public List<Window> windows(Person person, Model model) {
        return List.of();
    }

    @Override
    public void marks(Person person, Model model, Marks to) {
        to.person(person.id());
    }

    @Override
    public void objects(Person person, Model model, Objects to) {
        to.person(person.id());
    }

    @Override
    public void scope(Person person, Model model, Scopes to) {
        to.person(person.id());
    }

    @Override
    public Optional<String> title(Person person, Model model) {
        return Optional.of(person.name());
    }

    @Override
    public List<Form> forms() {
        return List.of(PersonForms.ADD, PersonForms.EDIT, PersonForms.FILL, PersonForms.CLEAR);
    }

    @Override
    public Values values(Person person) {
        return PersonForms.values(person);
    }

    /** An identity is never removed, and never made again. */
    @Override
    public Optional<WayBack> remaking(Person gone) {
        return Optional.empty();
    }
}

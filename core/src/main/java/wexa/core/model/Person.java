package wexa.core.model;

import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Phone;

/**
 * A human known to the organisation. {@code home} is the key of the directory where the identity was born: the own
 * organisation's or a partner's. {@code directoryEntry} is the user id there.
 *
 * @param custom values by the keys of the organisation's own fields
 */
public record Person(
        Id<Person> id,
        Handle handle,
        String givenName,
        String familyName,
        Optional<Mail> mail,
        Optional<Phone> phone,
        Key home,
        Optional<String> directoryEntry,
        Map<String, String> custom)
        implements Fact {
    public static final Lookup<Person, Handle> BY_HANDLE = Lookup.by(Person::handle);
    public static final Lookup<Person, Mail> BY_MAIL =
            Lookup.by(person -> person.mail().orElse(null));
    public static final Lookup<Person, String> BY_DIRECTORY_ENTRY = Lookup.by(person ->
            person.directoryEntry().map(entry -> person.home() + "/" + entry).orElse(null));

    public Person {
        custom = Collections.unmodifiableMap(new TreeMap<>(custom));
    }

    /** The same with other values in the organisation's own fields. */
    public Person with(Map<String, String> values) {
        return new Person(id, handle, givenName, familyName, mail, phone, home, directoryEntry, values);
    }

    public String name() {
        return (givenName + " " + familyName).strip();
    }
}

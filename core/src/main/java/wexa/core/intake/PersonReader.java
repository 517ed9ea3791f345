package wexa.core.intake;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.PersonChange;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Handle;
import wexa.core.model.Id;
import wexa.core.model.Key;
import wexa.core.model.Kind;
import wexa.core.model.Mail;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Phone;

/** Reads people. In an edit, a field that is not there leaves what was; a directory entry given empty is unlinked. */
final class PersonReader {
    private final Model model;
    private final Fields fields;
    private final Lookups lookups;

    PersonReader(Model model, Fields fields, Lookups lookups) {
        this.model = model;
        this.fields = fields;
        this.lookups = lookups;
    }

    Optional<Change> read(String form) {
        return form.equals("person.add") ? added() : edited();
    }

    private Optional<Change> added() {
        Optional<Id<Person>> id = fields.id("id");
        Optional<Handle> handle = fields.value("handle", Handle::accepts, Handle::of);
        String given = fields.text("given");
        String family = fields.text("family");
        Optional<Mail> mail = fields.optionalValue("mail", Mail::accepts, Mail::of);
        Optional<Phone> phone = phone();
        Optional<Key> home = lookups.home("home");
        String entry = fields.optionalText("entry");
        if (id.isEmpty() || handle.isEmpty() || home.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new PersonChange.Add(new Person(
                id.get(),
                handle.get(),
                given,
                family,
                mail,
                phone,
                home.get(),
                entry.isEmpty() ? Optional.empty() : Optional.of(entry),
                Map.of(),
                List.of())));
    }

    /** Tidied, and held against the numbers that its country has. */
    private Optional<Phone> phone() {
        Optional<Phone> phone = fields.optionalValue("phone", Phone::accepts, Phone::of);
        phone.flatMap(PhoneNumbers::fault)
                .ifPresent(fault -> fields.report(Finding.of(
                        Code.PHONE_IMPOSSIBLE, "phone", "value", phone.get().text(), "fault", fault.name())));
        return phone;
    }

    private Optional<Change> edited() {
        Optional<Id<Person>> id = lookups.person("person");
        if (id.isEmpty()) {
            return Optional.empty();
        }
        Person before = model.table(Kind.PERSON).get(id.get());
        Optional<Handle> handle = fields.has("handle")
                ? fields.value("handle", Handle::accepts, Handle::of)
                : Optional.of(before.handle());
        String given = fields.has("given") ? fields.text("given") : before.givenName();
        String family = fields.has("family") ? fields.text("family") : before.familyName();
        Optional<Mail> mail =
                fields.has("mail") ? fields.optionalValue("mail", Mail::accepts, Mail::of) : before.mail();
        Optional<Phone> phone = fields.has("phone") ? phone() : before.phone();
        Optional<String> entry = fields.isGiven("entry")
                ? Optional.of(fields.optionalText("entry")).filter(text -> !text.isEmpty())
                : before.directoryEntry();
        return handle.map(named -> new PersonChange.Edit(new Person(
                before.id(),
                named,
                given,
                family,
                mail,
                phone,
                before.home(),
                entry,
                before.custom(),
                before.pauses())));
    }
}

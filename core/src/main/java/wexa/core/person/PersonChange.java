package wexa.core.person;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.IssuedName;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Handle;
import wexa.core.value.Id;

/** Changes to who is known. Handles, e-mail addresses and directory entries belong to one person each. */
public sealed interface PersonChange extends Change {
    /** A person who was not known before. */
    record Add(Person person) implements PersonChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Person> known = model.people().find(person.id());
            return known.isPresent()
                    ? edited(known.get(), person, model)
                    : Resolution.make(person, clashes(person, model));
        }

        @Override
        public Form form() {
            return PersonForms.ADD;
        }

        @Override
        public Values values() {
            return PersonForms.values(person);
        }
    }

    /** The person as they should be from now on. */
    record Edit(Person person) implements PersonChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.people()
                    .find(person.id())
                    .map(before -> edited(before, person, model))
                    .orElseGet(() -> Resolution.blocked(Finding.of(
                            Code.FACT_GONE, "person", "id", person.id().toString())));
        }

        @Override
        public Form form() {
            return PersonForms.EDIT;
        }

        @Override
        public Values values() {
            return PersonForms.values(person).put(PersonForms.PERSON, person.id());
        }
    }

    private static Resolution edited(Person before, Person after, Model model) {
        return Resolution.replace(before, after, clashes(after, model)).and(IssuedNames.givenUp(before, after, model));
    }

    private static List<Finding> clashes(Person person, Model model) {
        List<Finding> findings = new ArrayList<>();
        other(model.people().by(Person.BY_HANDLE, person.handle()), person.id())
                .ifPresent(holder -> findings.add(Finding.of(
                        PersonCodes.HANDLE_TAKEN,
                        "handle",
                        "value",
                        person.handle().text(),
                        "holder",
                        holder.name(),
                        "free",
                        freeHandle(model, person.handle()).text())));
        person.mail()
                .flatMap(mail -> other(model.people().by(Person.BY_MAIL, mail), person.id()))
                .ifPresent(holder -> findings.add(Finding.of(
                        PersonCodes.MAIL_TAKEN,
                        "mail",
                        "value",
                        person.mail().map(Object::toString).orElse(""),
                        "holder",
                        holder.name(),
                        "holderHandle",
                        holder.handle().text())));
        person.directoryEntry()
                .map(entry -> person.home() + "/" + entry)
                .flatMap(entry -> other(model.people().by(Person.BY_DIRECTORY_ENTRY, entry), person.id()))
                .ifPresent(holder -> findings.add(Finding.of(
                        PersonCodes.DIRECTORY_ENTRY_TAKEN,
                        "entry",
                        "value",
                        person.directoryEntry().orElse(""),
                        "holder",
                        holder.name())));
        IssuedNames.holder(model, IssuedName.Sort.HANDLE, person.handle().text(), Optional.of(person.id()))
                .map(held -> IssuedNames.finding(
                        model,
                        held,
                        "handle",
                        person.handle().text(),
                        freeHandle(model, person.handle()).text()))
                .ifPresent(findings::add);
        person.mail()
                .ifPresent(
                        mail -> IssuedNames.holder(model, IssuedName.Sort.MAIL, mail.text(), Optional.of(person.id()))
                                .map(held -> IssuedNames.finding(model, held, "mail", mail.text(), ""))
                                .ifPresent(findings::add));
        return findings;
    }

    private static Optional<Person> other(List<Person> found, Id<Person> self) {
        return found.stream().filter(person -> !person.id().equals(self)).findFirst();
    }

    private static boolean isUsed(Model model, Handle handle) {
        return !model.people().by(Person.BY_HANDLE, handle).isEmpty()
                || IssuedNames.holder(model, IssuedName.Sort.HANDLE, handle.text(), Optional.empty())
                        .isPresent();
    }

    /** The handle with the lowest number behind it that nobody has or had. */
    static Handle freeHandle(Model model, Handle taken) {
        String stem = taken.text().substring(0, Math.min(taken.text().length(), 58));
        int number = 2;
        while (isUsed(model, Handle.of(stem + number))) {
            number++;
        }
        return Handle.of(stem + number);
    }
}

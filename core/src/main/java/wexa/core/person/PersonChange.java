package wexa.core.person;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.custom.FieldValue;
import wexa.core.custom.RequiredValues;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.IssuedName;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
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
                    ? edited(known.get(), keeping(known.get()), model, now)
                    : Resolution.make(person, clashes(person, model));
        }

        /** What is not said of somebody who is known stays. */
        private Person keeping(Person known) {
            return new Person(
                    person.id(),
                    person.handle(),
                    person.givenName(),
                    person.familyName(),
                    person.mail(),
                    person.phone(),
                    person.home(),
                    person.directoryEntry(),
                    person.custom().isEmpty() ? known.custom() : person.custom());
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
                    .map(before -> edited(before, person, model, now))
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

    /** What a person has in one field; nothing where it is cleared. */
    record Fill(Id<Person> person, PersonField field, Optional<String> value) implements PersonChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.people()
                    .find(person)
                    .map(before -> Resolution.replace(
                            before, filled(before), RequiredValues.cleared(before, filled(before), model, now)))
                    .orElseGet(() -> Resolution.blocked(Finding.of(Code.FACT_GONE, "person", "id", person.toString())));
        }

        private Person filled(Person before) {
            Map<String, String> values = new TreeMap<>(before.custom());
            value.ifPresentOrElse(
                    text -> values.put(field.key().text(), text),
                    () -> values.remove(field.key().text()));
            return before.with(values);
        }

        @Override
        public Form form() {
            return value.isPresent() ? PersonForms.FILL : PersonForms.CLEAR;
        }

        @Override
        public Values values() {
            Values values = new Values().put(PersonForms.PERSON, person);
            return value.isPresent()
                    ? values.put(PersonForms.VALUE, new FieldValue(field.key(), value.get()))
                    : values.put(PersonForms.FIELD, field.id());
        }
    }

    private static Resolution edited(Person before, Person after, Model model, Instant now) {
        List<Finding> findings = clashes(after, model);
        findings.addAll(RequiredValues.cleared(before, after, model, now));
        return Resolution.replace(before, after, findings).and(IssuedNames.givenUp(before, after, model));
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

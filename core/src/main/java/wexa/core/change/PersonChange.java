package wexa.core.change;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Handle;
import wexa.core.model.Id;
import wexa.core.model.Model;
import wexa.core.model.Person;

/** Changes to who is known. Handles, e-mail addresses and directory entries belong to one person each. */
public sealed interface PersonChange extends Change {
    /** A person who was not known before. */
    record Add(Person person) implements PersonChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Person> known = model.people().find(person.id());
            return known.isPresent()
                    ? Resolution.replace(known.get(), person, clashes(person, model))
                    : Resolution.make(person, clashes(person, model));
        }

        @Override
        public String form() {
            return "person.add";
        }

        @Override
        public Map<String, String> slots(Names names) {
            return describe(person);
        }
    }

    /** The person as they should be from now on. */
    record Edit(Person person) implements PersonChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.people()
                    .find(person.id())
                    .map(before -> Resolution.replace(before, person, clashes(person, model)))
                    .orElseGet(() -> Resolution.blocked(Finding.of(
                            Code.FACT_GONE, "person", "id", person.id().toString())));
        }

        @Override
        public String form() {
            return "person.edit";
        }

        @Override
        public Map<String, String> slots(Names names) {
            return describe(person);
        }
    }

    private static Map<String, String> describe(Person person) {
        return new Slots()
                .put("handle", person.handle().text())
                .put("name", person.name())
                .put("mail", person.mail())
                .put("phone", person.phone())
                .put("entry", person.directoryEntry())
                .put("home", person.home().text())
                .map();
    }

    private static List<Finding> clashes(Person person, Model model) {
        List<Finding> findings = new ArrayList<>();
        other(model.people().by(Person.BY_HANDLE, person.handle()), person.id())
                .ifPresent(holder -> findings.add(Finding.of(
                        Code.HANDLE_TAKEN,
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
                        Code.MAIL_TAKEN,
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
                        Code.DIRECTORY_ENTRY_TAKEN,
                        "entry",
                        "value",
                        person.directoryEntry().orElse(""),
                        "holder",
                        holder.name())));
        return findings;
    }

    private static Optional<Person> other(List<Person> found, Id<Person> self) {
        return found.stream().filter(person -> !person.id().equals(self)).findFirst();
    }

    /** The handle with the lowest number behind it that nobody has. */
    static Handle freeHandle(Model model, Handle taken) {
        String stem = taken.text().substring(0, Math.min(taken.text().length(), 58));
        int number = 2;
        while (!model.people().by(Person.BY_HANDLE, Handle.of(stem + number)).isEmpty()) {
            number++;
        }
        return Handle.of(stem + number);
    }
}

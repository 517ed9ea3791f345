package wexa.core.model;

import wexa.core.value.Id;

/** Whom a membership or an assignment is for. */
public sealed interface Subject {
    /** A person, for themselves alone. */
    record OfPerson(Id<Person> person) implements Subject {
        @Override
        public String toString() {
            return "person:" + person;
        }
    }

    /** A group: everybody who is in it. */
    record OfGroup(Id<Group> group) implements Subject {
        @Override
        public String toString() {
            return "group:" + group;
        }
    }

    static Subject of(String text) {
        if (text.startsWith("person:")) {
            return new OfPerson(Id.of(text.substring("person:".length())));
        }
        if (text.startsWith("group:")) {
            return new OfGroup(Id.of(text.substring("group:".length())));
        }
        throw new IllegalArgumentException("subject '" + text + "' is neither person:ID nor group:ID");
    }
}

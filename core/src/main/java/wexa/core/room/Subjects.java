package wexa.core.room;

import wexa.core.model.Subject;

/** What a fact about a subject touches. */
public final class Subjects {
    private Subjects() {}

    /** The access of the person, or of everybody in the group, and the subject's history. */
    public static void mark(Subject subject, Marks to) {
        switch (subject) {
            case Subject.OfPerson one -> {
                to.person(one.person());
                to.history(one.person());
            }
            case Subject.OfGroup many -> {
                to.members(many.group());
                to.history(many.group());
            }
        }
    }
}

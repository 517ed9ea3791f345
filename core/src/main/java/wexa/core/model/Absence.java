package wexa.core.model;

import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * A person is not at work for a while and keeps what they have. Others can cover for them: what they get for it ends with the
 * absence, whenever that is.
 *
 * @param window open where nobody knows yet when the person returns
 */
public record Absence(Id<Absence> id, Id<Person> person, Window window, String reason) implements Fact {
    public static final Lookup<Absence, Id<Person>> BY_PERSON = Lookup.by(Absence::person);
}

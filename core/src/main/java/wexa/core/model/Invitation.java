package wexa.core.model;

import java.time.Instant;
import java.util.Optional;
import wexa.core.value.Id;
import wexa.core.value.Mail;

/**
 * Somebody from outside was asked whether they are who they are said to be. It is open until they say so from the address
 * that it went to, or their own directory comes to list them.
 */
public record Invitation(Id<Invitation> id, Id<Person> person, Mail mail, Instant at, Optional<Instant> acceptedAt)
        implements Fact {
    public static final Lookup<Invitation, Id<Person>> BY_PERSON = Lookup.by(Invitation::person);

    public boolean isAccepted() {
        return acceptedAt.isPresent();
    }

    public Invitation accepted(Instant when) {
        return new Invitation(id, person, mail, at, Optional.of(when));
    }
}

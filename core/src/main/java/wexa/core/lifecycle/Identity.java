package wexa.core.lifecycle;

import java.util.Comparator;
import java.util.Optional;
import wexa.core.model.Home;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;

/** What is known of who somebody is. People from outside get accounts only when somebody else than us says who they are. */
public enum Identity {
    /** Linked to an entry in the directory where they are at home. */
    IN_DIRECTORY,
    /** One of our own, whom no directory lists. */
    OURS,
    /** From outside, and accepted the invitation. */
    ACCEPTED,
    /** From outside, invited, and not heard of since. */
    INVITED,
    /** From outside, and nobody but us says that they exist. */
    UNKNOWN;

    public static Identity of(Person person, Model model) {
        if (person.directoryEntry().isPresent()) {
            return IN_DIRECTORY;
        }
        if (!isFromOutside(person, model)) {
            return OURS;
        }
        return invitation(person, model)
                .map(invitation -> invitation.isAccepted() ? ACCEPTED : INVITED)
                .orElse(UNKNOWN);
    }

    /** Whether their home is a partner's. Where no homes are known yet, everybody is our own. */
    public static boolean isFromOutside(Person person, Model model) {
        return model.table(Kind.HOME).by(Home.BY_KEY, person.home()).stream().anyMatch(Home::isPartners);
    }

    /** What the person's home is called: its key where it is not known. */
    public static String homeName(Person person, Model model) {
        return model.table(Kind.HOME).by(Home.BY_KEY, person.home()).stream()
                .map(Home::name)
                .findFirst()
                .orElse(person.home().text());
    }

    /** The invitation that counts: an accepted one, else the open one. */
    public static Optional<Invitation> invitation(Person person, Model model) {
        return model.table(Kind.INVITATION).by(Invitation.BY_PERSON, person.id()).stream()
                .min(Comparator.comparing(invitation -> !invitation.isAccepted()));
    }

    /** Whether accounts can be opened for them. */
    public boolean isEnough() {
        return this != INVITED && this != UNKNOWN;
    }
}

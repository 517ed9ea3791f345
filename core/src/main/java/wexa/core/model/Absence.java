package wexa.core.model;

import java.util.List;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * A person is not at work for a while, and what they hold stays theirs. Others can cover for them: what they get for it ends
 * with the absence, whenever that is.
 *
 * @param window open where nobody knows yet when the person returns
 */
public record Absence(Id<Absence> id, Id<Person> person, Manner manner, Window window, Seats seats, String reason)
        implements Fact {
    public static final Lookup<Absence, Id<Person>> BY_PERSON = Lookup.by(Absence::person);

    /** Whether the person can still sign in. */
    public enum Manner {
        /** A holiday, say: sign-in and access stay as they are. */
        AWAY,
        /** Accounts are closed for as long as it lasts, and opened again on the day of the return. */
        LEAVE,
        /** The same until somebody lifts it: it never ends by itself. */
        SUSPENSION;

        /** Whether accounts are closed for as long as it lasts. */
        public boolean stopsSignIn() {
            return this != AWAY;
        }
    }

    /** What becomes of the person's seats while their accounts are closed. */
    public enum Seats {
        KEPT,
        /** Others may have them meanwhile; from the return on they are taken again. */
        RELEASED
    }

    /** The same at another time. */
    public Absence during(Window other) {
        return new Absence(id, person, manner, other, seats, reason);
    }

    /** The seats of somebody are free for others during these. */
    public static List<Window> releasing(Model model, Id<Person> person) {
        return model.table(Kind.ABSENCE).by(BY_PERSON, person).stream()
                .filter(absence -> absence.manner().stopsSignIn() && absence.seats() == Seats.RELEASED)
                .map(Absence::window)
                .toList();
    }
}

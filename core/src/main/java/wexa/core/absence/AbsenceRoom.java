package wexa.core.absence;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Subject;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.room.Subjects;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** An absence. Who is absent keeps what they have, and may be unable to use it; who covers for them has more as long as it lasts. */
public final class AbsenceRoom implements Room<Absence> {
    @Override
    public Kind<Absence> kind() {
        return Kind.ABSENCE;
    }

    @Override
    public List<Window> windows(Absence absence, Model model) {
        return List.of(absence.window());
    }

    @Override
    public void marks(Absence absence, Model model, Marks to) {
        to.history(absence.person());
        if (absence.manner().stopsSignIn()) {
            to.person(absence.person());
        }
        covers(absence, model).forEach(cover -> Subjects.mark(cover.subject(), to));
    }

    @Override
    public void objects(Absence absence, Model model, Objects to) {
        if (absence.manner().stopsSignIn()) {
            model.table(Kind.ACCOUNT)
                    .by(Account.BY_PERSON, absence.person())
                    .forEach(account -> to.account(account.id()));
        }
        covers(absence, model).forEach(to::assignment);
    }

    @Override
    public void scope(Absence absence, Model model, Scopes to) {
        to.subject(new Subject.OfPerson(absence.person()));
        for (Assignment cover : covers(absence, model)) {
            to.tenant(cover.tenant());
            to.subject(cover.subject());
        }
    }

    private static List<Assignment> covers(Absence absence, Model model) {
        return model.table(Kind.ASSIGNMENT).by(Assignment.BY_ABSENCE, absence.id());
    }

    @Override
    public List<Form> forms() {
        return List.of(AbsenceForms.BEGIN, AbsenceForms.EDIT, AbsenceForms.END);
    }

    @Override
    public Values values(Absence absence) {
        return AbsenceForms.values(absence);
    }

    /** The same again, so that who covered for it does so again. */
    @Override
    public Optional<WayBack> remaking(Absence gone) {
        return Optional.of(new WayBack(AbsenceForms.BEGIN, AbsenceForms.values(gone), WayBack.Identity.SAME));
    }

    @Override
    public Optional<String> title(Absence absence, Model model) {
        return model.people().find(absence.person()).map(person -> "Absence of " + person.name());
    }
}

package wexa.core.assignment;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Types;
import wexa.core.change.Values;
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

/** A role given to a subject. Without an end of its own it ends with the engagement that it names. */
public final class AssignmentRoom implements Room<Assignment> {
    @Override
    public Kind<Assignment> kind() {
        return Kind.ASSIGNMENT;
    }

    @Override
    public List<Window> windows(Assignment assignment, Model model) {
        List<Window> windows = new ArrayList<>(List.of(assignment.window()));
        assignment.effective(model).ifPresent(windows::add);
        return windows;
    }

    @Override
    public void marks(Assignment assignment, Model model, Marks to) {
        Subjects.mark(assignment.subject(), to);
        to.history(assignment.role());
        to.history(assignment.tenant());
    }

    @Override
    public void objects(Assignment assignment, Model model, Objects to) {
        to.assignment(assignment);
    }

    @Override
    public void scope(Assignment assignment, Model model, Scopes to) {
        to.tenant(assignment.tenant());
        if (assignment.subject() instanceof Subject.OfGroup many) {
            to.given(many.group());
        }
        to.subject(assignment.subject());
    }

    @Override
    public List<Form> forms() {
        return List.of(AssignmentForms.GIVE, AssignmentForms.EDIT, AssignmentForms.END);
    }

    @Override
    public Values values(Assignment assignment) {
        return AssignmentForms.values(assignment);
    }

    /** What ended since is given anew from now on: the time between stays as it was. */
    @Override
    public Optional<WayBack> changingBack(Assignment before, Assignment after, Instant now) {
        return Optional.of(
                before.window().endsLaterThan(after.window(), now)
                        ? new WayBack(AssignmentForms.GIVE, values(before).without(Types.FROM), WayBack.Identity.ANEW)
                        : new WayBack(AssignmentForms.EDIT, values(before), WayBack.Identity.SAME));
    }
}

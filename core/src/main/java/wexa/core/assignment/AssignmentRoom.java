package wexa.core.assignment;

import java.util.ArrayList;
import java.util.List;
import wexa.core.model.Assignment;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Subject;
import wexa.core.model.Window;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.room.Subjects;

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
}

package wexa.core.role;

import java.util.List;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.ConflictException;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.value.Window;

/** That somebody may have what a rule keeps apart. It gives nobody anything. */
public final class ConflictExceptionRoom implements Room<ConflictException> {
    @Override
    public Kind<ConflictException> kind() {
        return Kind.CONFLICT_EXCEPTION;
    }

    @Override
    public List<Window> windows(ConflictException exception, Model model) {
        return List.of(exception.window());
    }

    @Override
    public void marks(ConflictException exception, Model model, Marks to) {
        to.history(exception.person());
        to.history(exception.rule());
    }

    @Override
    public void scope(ConflictException exception, Model model, Scopes to) {
        to.person(exception.person());
    }

    @Override
    public List<Form> forms() {
        return List.of(ConflictExceptionForms.MAKE, ConflictExceptionForms.END);
    }

    @Override
    public Values values(ConflictException exception) {
        return ConflictExceptionForms.values(exception);
    }
}

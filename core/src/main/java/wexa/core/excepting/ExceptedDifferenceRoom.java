package wexa.core.excepting;

import java.util.List;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.value.Window;

/** A difference that is let be. It gives nobody anything, and changes nothing in the tenant. */
public final class ExceptedDifferenceRoom implements Room<ExceptedDifference> {
    @Override
    public Kind<ExceptedDifference> kind() {
        return Kind.EXCEPTED_DIFFERENCE;
    }

    @Override
    public List<Window> windows(ExceptedDifference one, Model model) {
        return List.of(one.window());
    }

    @Override
    public void marks(ExceptedDifference one, Model model, Marks to) {
        to.history(one.tenant());
        to.history(one.owner());
    }

    @Override
    public void scope(ExceptedDifference one, Model model, Scopes to) {
        to.tenant(one.tenant());
    }

    @Override
    public List<Form> forms() {
        return List.of(ExceptedDifferenceForms.MAKE, ExceptedDifferenceForms.END);
    }

    @Override
    public Values values(ExceptedDifference one) {
        return ExceptedDifferenceForms.values(one);
    }
}

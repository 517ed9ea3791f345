package wexa.core.person;

import java.util.List;
import wexa.core.model.IssuedName;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.value.Window;

/** A name that was given up comes along with the change of the fact that had it. */
public final class IssuedNameRoom implements Room<IssuedName> {
    @Override
    public Kind<IssuedName> kind() {
        return Kind.ISSUED_NAME;
    }

    @Override
    public List<Window> windows(IssuedName issuedName, Model model) {
        return List.of();
    }

    @Override
    public void marks(IssuedName issuedName, Model model, Marks to) {
        issuedName.person().ifPresent(to::history);
    }

    @Override
    public void scope(IssuedName issuedName, Model model, Scopes to) {
        // it comes along with the change of the fact that had the name
    }
}

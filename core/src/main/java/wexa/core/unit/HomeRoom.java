package wexa.core.unit;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Home;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.value.Window;

/** Homes give no access. */
public final class HomeRoom implements Room<Home> {
    @Override
    public Kind<Home> kind() {
        return Kind.HOME;
    }

    @Override
    public List<Window> windows(Home home, Model model) {
        return List.of();
    }

    @Override
    public void marks(Home home, Model model, Marks to) {
        // people name their home by its key: what they can do does not depend on it
    }

    @Override
    public Optional<String> title(Home home, Model model) {
        return Optional.of("Home " + home.name());
    }

    @Override
    public List<Form> forms() {
        return List.of(UnitForms.MAKE_HOME);
    }

    @Override
    public Values values(Home home) {
        return UnitForms.values(home);
    }
}

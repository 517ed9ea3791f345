package wexa.core.unit;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Unit;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** Units give no access; rules and days look at them. */
public final class UnitRoom implements Room<Unit> {
    @Override
    public Kind<Unit> kind() {
        return Kind.UNIT;
    }

    @Override
    public List<Window> windows(Unit unit, Model model) {
        return List.of();
    }

    @Override
    public void marks(Unit unit, Model model, Marks to) {
        to.unit(unit.id());
    }

    @Override
    public Optional<String> title(Unit unit, Model model) {
        return Optional.of("Unit " + unit.name());
    }

    @Override
    public List<Form> forms() {
        return List.of(UnitForms.MAKE, UnitForms.EDIT, UnitForms.MERGE);
    }

    /** Nothing says into which other one a unit would go that was made by mistake. */
    @Override
    public Optional<WayBack> unmaking(Unit made) {
        return Optional.empty();
    }

    @Override
    public Values values(Unit unit) {
        return UnitForms.values(unit);
    }
}

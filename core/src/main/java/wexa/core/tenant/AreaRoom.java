package wexa.core.tenant;

import java.util.List;
import java.util.Optional;
import wexa.core.model.Area;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.value.Window;

/** An area: what holds above it holds in it. */
public final class AreaRoom implements Room<Area> {
    @Override
    public Kind<Area> kind() {
        return Kind.AREA;
    }

    @Override
    public List<Window> windows(Area area, Model model) {
        return List.of();
    }

    @Override
    public void marks(Area area, Model model, Marks to) {
        to.tenant(area.tenant());
        to.history(area.tenant());
    }

    @Override
    public void scope(Area area, Model model, Scopes to) {
        to.tenant(area.tenant());
    }

    @Override
    public Optional<String> title(Area area, Model model) {
        return Optional.of("Area " + area.name());
    }
}

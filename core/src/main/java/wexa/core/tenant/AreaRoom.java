package wexa.core.tenant;

import java.util.List;
import wexa.core.model.Area;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Window;
import wexa.core.room.Marks;
import wexa.core.room.Room;

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
}

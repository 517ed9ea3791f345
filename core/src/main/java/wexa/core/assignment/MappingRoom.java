package wexa.core.assignment;

import java.util.List;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.value.Window;

/** Who is in the group has the role. */
public final class MappingRoom implements Room<Mapping> {
    @Override
    public Kind<Mapping> kind() {
        return Kind.MAPPING;
    }

    @Override
    public List<Window> windows(Mapping mapping, Model model) {
        return List.of();
    }

    @Override
    public void marks(Mapping mapping, Model model, Marks to) {
        to.members(mapping.directoryGroup());
        to.history(mapping.directoryGroup());
        to.history(mapping.role());
        to.history(mapping.tenant());
    }

    @Override
    public void scope(Mapping mapping, Model model, Scopes to) {
        to.tenant(mapping.tenant());
    }
}

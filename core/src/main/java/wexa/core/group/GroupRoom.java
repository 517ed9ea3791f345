package wexa.core.group;

import java.util.List;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Window;
import wexa.core.room.Marks;
import wexa.core.room.Room;

/** A group; a condition that is another brings others in. */
public final class GroupRoom implements Room<Group> {
    @Override
    public Kind<Group> kind() {
        return Kind.GROUP;
    }

    @Override
    public List<Window> windows(Group group, Model model) {
        return List.of();
    }

    @Override
    public void marks(Group group, Model model, Marks to) {
        to.members(group.id());
    }
}

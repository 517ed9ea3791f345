package wexa.core.group;

import java.util.List;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Window;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;

/** A group. One with a condition touches everybody who meets it. */
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
        group.condition()
                .ifPresent(condition -> model.table(Kind.ENGAGEMENT).stream()
                        .filter(condition::matches)
                        .forEach(engagement -> to.person(engagement.person())));
    }

    @Override
    public void objects(Group group, Model model, Objects to) {
        to.group(group.id());
    }

    @Override
    public void scope(Group group, Model model, Scopes to) {
        to.given(group.id());
        to.members(group.id());
    }
}

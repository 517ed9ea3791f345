package wexa.core.group;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

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
                        .filter(engagement -> condition.matches(engagement, model))
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

    @Override
    public List<Form> forms() {
        return List.of(GroupForms.MAKE, GroupForms.EDIT, GroupForms.RETIRE, GroupForms.LIST, GroupForms.DELIST);
    }

    @Override
    public Values values(Group group) {
        return GroupForms.values(group);
    }

    /** The same group again, so that what referred to it does. */
    @Override
    public Optional<WayBack> remaking(Group gone) {
        Form form = gone.kind() == GroupKind.DIRECTORY ? GroupForms.LIST : GroupForms.MAKE;
        return Optional.of(new WayBack(form, values(gone), WayBack.Identity.SAME));
    }
}

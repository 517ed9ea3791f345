package wexa.core.binding;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Group;
import wexa.core.model.GroupProvision;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Subject;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.value.Window;

/** Which groups are in which tenants for their own sake. */
public final class GroupProvisionRoom implements Room<GroupProvision> {
    @Override
    public Kind<GroupProvision> kind() {
        return Kind.GROUP_PROVISION;
    }

    @Override
    public List<Window> windows(GroupProvision provision, Model model) {
        return List.of();
    }

    @Override
    public void marks(GroupProvision provision, Model model, Marks to) {
        to.members(provision.group());
        to.history(provision.group());
        to.history(provision.tenant());
    }

    @Override
    public void objects(GroupProvision provision, Model model, Objects to) {
        to.provision(provision);
    }

    /** Everybody in the group comes into the one there: what that allows is the tenant's matter. */
    @Override
    public void scope(GroupProvision provision, Model model, Scopes to) {
        to.tenant(provision.tenant());
        to.subject(new Subject.OfGroup(provision.group()));
    }

    @Override
    public List<Form> forms() {
        return List.of(GroupProvisionForms.MAKE, GroupProvisionForms.END);
    }

    @Override
    public Values values(GroupProvision provision) {
        return GroupProvisionForms.values(provision);
    }

    @Override
    public Optional<String> title(GroupProvision provision, Model model) {
        return model.groups().find(provision.group()).map(Group::name);
    }
}

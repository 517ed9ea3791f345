package wexa.core.binding;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Binding;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.room.Subjects;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** As which group of a tenant, or which value of its users, a role is written. */
public final class BindingRoom implements Room<Binding> {
    @Override
    public Kind<Binding> kind() {
        return Kind.BINDING;
    }

    @Override
    public List<Window> windows(Binding binding, Model model) {
        return List.of();
    }

    @Override
    public void marks(Binding binding, Model model, Marks to) {
        // groups that nobody is in are written, too
        Subjects.given(binding.role(), binding.tenant(), model).forEach(subject -> Subjects.mark(subject, to));
        to.history(binding.role());
        to.history(binding.tenant());
    }

    @Override
    public void objects(Binding binding, Model model, Objects to) {
        to.binding(binding);
    }

    /** Whoever has the role in the tenant comes into the group there, or goes out of it. */
    @Override
    public void scope(Binding binding, Model model, Scopes to) {
        to.tenant(binding.tenant());
        Subjects.given(binding.role(), binding.tenant(), model).forEach(to::subject);
    }

    @Override
    public List<Form> forms() {
        return List.of(BindingForms.MAKE, BindingForms.VALUE, BindingForms.EDIT, BindingForms.END);
    }

    @Override
    public Values values(Binding binding) {
        return BindingForms.values(binding);
    }

    /** By the form that makes such a one. */
    @Override
    public Optional<WayBack> remaking(Binding gone) {
        Form form = gone.manner() == Binding.Manner.GROUP ? BindingForms.MAKE : BindingForms.VALUE;
        return Optional.of(new WayBack(form, values(gone), WayBack.Identity.ANEW));
    }

    /** A group that was left to the tenant is taken up again. */
    @Override
    public Optional<WayBack> changingBack(Binding before, Binding after, Instant now) {
        return Optional.of(
                after.isReleased()
                        ? new WayBack(BindingForms.MAKE, values(before), WayBack.Identity.SAME)
                        : new WayBack(BindingForms.EDIT, BindingForms.renaming(before), WayBack.Identity.SAME));
    }

    @Override
    public Optional<String> title(Binding binding, Model model) {
        return model.roles().find(binding.role()).map(Role::name).map(role -> role + " as “" + binding.name() + "”");
    }
}

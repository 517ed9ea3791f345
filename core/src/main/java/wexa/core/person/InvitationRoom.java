package wexa.core.person;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.value.Window;

/** An invitation gives nothing; it is told in the history of who was invited. */
public final class InvitationRoom implements Room<Invitation> {
    @Override
    public Kind<Invitation> kind() {
        return Kind.INVITATION;
    }

    @Override
    public List<Window> windows(Invitation invitation, Model model) {
        return List.of();
    }

    @Override
    public void marks(Invitation invitation, Model model, Marks to) {
        to.history(invitation.person());
    }

    @Override
    public void scope(Invitation invitation, Model model, Scopes to) {
        to.person(invitation.person());
    }

    @Override
    public Optional<String> title(Invitation invitation, Model model) {
        return Optional.of(
                "The invitation of " + model.people().get(invitation.person()).name());
    }

    @Override
    public List<Form> forms() {
        return List.of(InvitationForms.SEND, InvitationForms.ACCEPT, InvitationForms.WITHDRAW);
    }

    @Override
    public Values values(Invitation invitation) {
        return InvitationForms.values(invitation);
    }
}

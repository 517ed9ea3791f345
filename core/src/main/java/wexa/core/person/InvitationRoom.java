package wexa.core.person;

import java.util.List;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Window;
import wexa.core.room.Marks;
import wexa.core.room.Room;

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
}

package wexa.core.group;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.room.Subjects;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** Whoever is put into a group, with all who are in what is put there. */
public final class MembershipRoom implements Room<Membership> {
    @Override
    public Kind<Membership> kind() {
        return Kind.MEMBERSHIP;
    }

    @Override
    public List<Window> windows(Membership membership, Model model) {
        return List.of(membership.window());
    }

    @Override
    public void marks(Membership membership, Model model, Marks to) {
        Subjects.mark(membership.member(), to);
        to.history(membership.group());
    }

    @Override
    public void objects(Membership membership, Model model, Objects to) {
        to.member(membership.group(), membership.member());
    }

    @Override
    public void scope(Membership membership, Model model, Scopes to) {
        to.given(membership.group());
        to.subject(membership.member());
    }

    @Override
    public List<Form> forms() {
        return List.of(
                MembershipForms.PUT,
                MembershipForms.EDIT,
                MembershipForms.END,
                MembershipForms.LIST,
                MembershipForms.DELIST);
    }

    @Override
    public Values values(Membership membership) {
        return MembershipForms.values(membership);
    }

    /** What ended since is given anew from now on: the time between stays as it was. */
    @Override
    public Optional<WayBack> changingBack(Membership before, Membership after, Instant now) {
        return Optional.of(
                before.window().endsLaterThan(after.window(), now)
                        ? new WayBack(MembershipForms.PUT, values(before).without(Types.FROM), WayBack.Identity.ANEW)
                        : new WayBack(MembershipForms.EDIT, values(before), WayBack.Identity.SAME));
    }
}

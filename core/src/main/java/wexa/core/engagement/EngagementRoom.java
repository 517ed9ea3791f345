package wexa.core.engagement;

import java.util.List;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.value.Window;

/** What an engagement gives by rule, or carries, goes with it. */
public final class EngagementRoom implements Room<Engagement> {
    @Override
    public Kind<Engagement> kind() {
        return Kind.ENGAGEMENT;
    }

    @Override
    public List<Window> windows(Engagement engagement, Model model) {
        return List.of(engagement.window());
    }

    @Override
    public void marks(Engagement engagement, Model model, Marks to) {
        to.person(engagement.person());
        to.history(engagement.person());
    }

    @Override
    public void objects(Engagement engagement, Model model, Objects to) {
        model.table(Kind.ACCOUNT)
                .by(Account.BY_PERSON, engagement.person())
                .forEach(account -> to.account(account.id()));
    }

    @Override
    public void scope(Engagement engagement, Model model, Scopes to) {
        to.unit(engagement.unit(), engagement.person());
    }

    @Override
    public List<Form> forms() {
        return List.of(EngagementForms.BEGIN, EngagementForms.EDIT, EngagementForms.END);
    }

    @Override
    public Values values(Engagement engagement) {
        return EngagementForms.values(engagement);
    }
}

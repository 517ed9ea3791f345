package wexa.core.app;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** An application: what can be done in its tenants is counted by it. */
public final class AppRoom implements Room<App> {
    @Override
    public Kind<App> kind() {
        return Kind.APP;
    }

    @Override
    public List<Window> windows(App app, Model model) {
        return List.of();
    }

    @Override
    public void marks(App app, Model model, Marks to) {
        model.tenants().by(Tenant.BY_APP, app.id()).forEach(tenant -> to.tenant(tenant.id()));
    }

    @Override
    public List<Form> forms() {
        return AppForms.ALL;
    }

    /** One thing in it becomes again what it was; more than that has no way back. */
    @Override
    public Optional<WayBack> changingBack(App before, App after, Instant now) {
        List<AppDifference> back = AppDifference.between(after, before);
        return back.size() == 1
                ? Optional.of(new WayBack(back.get(0).form(), back.get(0).values(), WayBack.Identity.SAME))
                : Optional.empty();
    }

    @Override
    public Optional<String> title(App app, Model model) {
        return Optional.of("Application " + app.name());
    }
}

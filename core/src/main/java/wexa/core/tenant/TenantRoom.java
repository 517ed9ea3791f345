package wexa.core.tenant;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.value.Window;

/** A tenant. */
public final class TenantRoom implements Room<Tenant> {
    @Override
    public Kind<Tenant> kind() {
        return Kind.TENANT;
    }

    @Override
    public List<Window> windows(Tenant tenant, Model model) {
        return List.of();
    }

    @Override
    public void marks(Tenant tenant, Model model, Marks to) {
        to.tenant(tenant.id());
    }

    @Override
    public Optional<String> title(Tenant tenant, Model model) {
        return Optional.of("Tenant " + model.title(tenant));
    }

    @Override
    public List<Form> forms() {
        return List.of(TenantForms.CONNECT);
    }
}

package wexa.server.roles;

import java.util.Optional;
import wexa.core.model.Area;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** Places at which something is held, for people to read: {@code Pelagia North, Lagoon Hall}. */
final class PlaceNames {
    private PlaceNames() {}

    static String of(Id<Tenant> tenant, Optional<Id<Area>> area, Model model) {
        return model.title(model.tenants().get(tenant)) + ", "
                + area.map(model.table(Kind.AREA)::get).map(Area::name).orElse("everywhere");
    }
}

package wexa.core.tenant;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Finding;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;

/** Changes to which tenants there are. */
public sealed interface TenantChange extends Change {
    /**
     * A tenant as it announced itself, with its areas, each after its parent; and its app, unless another tenant has brought
     * that already.
     */
    record Connect(Tenant tenant, App app, List<Area> areas) implements TenantChange {
        public Connect {
            areas = List.copyOf(areas);
        }

        @Override
        public Resolution resolve(Model model, Instant now) {
            List<Finding> findings = new ArrayList<>();
            Optional<App> known = model.table(Kind.APP).find(app.id());
            boolean isOther = known.isEmpty()
                    && !model.table(Kind.APP).by(App.BY_KEY, app.key()).isEmpty();
            if (isOther) {
                findings.add(Finding.of(
                        TenantCodes.APP_KEY_TAKEN, "app", "value", app.key().text()));
            }
            boolean isTaken = model.tenants().by(Tenant.BY_APP, app.id()).stream()
                    .anyMatch(other -> other.key().equals(tenant.key()));
            if (isTaken) {
                findings.add(Finding.of(TenantCodes.TENANT_KEY_TAKEN, "key", "value", path()));
            }
            List<Effect> effects = Stream.of(known.isEmpty() ? List.of(app) : List.<Fact>of(), List.of(tenant), areas)
                    .flatMap(List::stream)
                    .map(Effect::make)
                    .toList();
            return new Resolution(effects, findings);
        }

        private String path() {
            return app.key() + "/" + tenant.key();
        }

        @Override
        public Form form() {
            return TenantForms.CONNECT;
        }

        @Override
        public Values values() {
            return new Values().put(TenantForms.PATH, path()).put(TenantForms.NAME, app.name() + " " + tenant.name());
        }
    }
}

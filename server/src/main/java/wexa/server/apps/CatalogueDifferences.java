package wexa.server.apps;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import wexa.core.app.Announcement;
import wexa.core.app.AppDifference;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.role.Presets;
import wexa.core.value.Id;
import wexa.server.readings.AnnouncedCatalogues;

/** Where the tenants of an application say otherwise than what was taken over. */
@Component
public class CatalogueDifferences {
    private final AnnouncedCatalogues catalogues;

    CatalogueDifferences(AnnouncedCatalogues catalogues) {
        this.catalogues = catalogues;
    }

    Map<Id<Tenant>, AnnouncedCatalogues.Kept> said() {
        return catalogues.all().stream()
                .collect(Collectors.toMap(AnnouncedCatalogues.Kept::tenant, Function.identity()));
    }

    /** How many changes each application is behind; those that are not are left out. */
    public Map<App, Integer> counts(Model model) {
        Map<Id<Tenant>, AnnouncedCatalogues.Kept> said = said();
        Map<App, Integer> counts = new HashMap<>();
        model.table(Kind.APP).forEach(app -> {
            int count = of(app, announcements(app, model, said), model).size();
            if (count > 0) {
                counts.put(app, count);
            }
        });
        return counts;
    }

    static List<Announcement> announcements(App app, Model model, Map<Id<Tenant>, AnnouncedCatalogues.Kept> said) {
        return model.tenants().by(Tenant.BY_APP, app.id()).stream()
                .flatMap(tenant ->
                        Optional.ofNullable(said.get(tenant.id()))
                                .flatMap(AnnouncedCatalogues.Kept::announcement)
                                .stream())
                .toList();
    }

    static List<AppDifference> of(App app, List<Announcement> announcements, Model model) {
        App together = Announcement.together(app, announcements);
        List<AppDifference> all = new ArrayList<>(AppDifference.between(app, together));
        all.addAll(Presets.between(together, Announcement.newestFirst(announcements), model));
        return all;
    }
}

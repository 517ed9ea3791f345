package wexa.server.apps;

import java.time.Instant;
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
import wexa.core.preview.Snapshot;
import wexa.core.role.Presets;
import wexa.core.value.Id;
import wexa.server.readings.AnnouncedCatalogues;

/** Where the tenants of an application say otherwise than what was taken over. */
@Component
public class CatalogueDifferences {
    private final AnnouncedCatalogues catalogues;
    private volatile Counted counted = new Counted(-1, Instant.MIN, Map.of());

    /** What was counted, of one version of the model and when a tenant was last asked. */
    private record Counted(long version, Instant asked, Map<App, Integer> counts) {}

    CatalogueDifferences(AnnouncedCatalogues catalogues) {
        this.catalogues = catalogues;
    }

    Map<Id<Tenant>, AnnouncedCatalogues.Kept> said() {
        return catalogues.all().stream()
                .collect(Collectors.toMap(AnnouncedCatalogues.Kept::tenant, Function.identity()));
    }

    /** How many changes each application is behind; those that are not are left out. Worked out anew when either side changed. */
    public Map<App, Integer> counts(Snapshot snapshot) {
        Instant asked = catalogues.lastAsked();
        Counted known = counted;
        if (known.version() != snapshot.version() || !known.asked().equals(asked)) {
            known = new Counted(snapshot.version(), asked, counts(snapshot.model()));
            counted = known;
        }
        return known.counts();
    }

    private Map<App, Integer> counts(Model model) {
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

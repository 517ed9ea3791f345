package wexa.server.readings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import wexa.connect.scim.Catalogue;
import wexa.core.app.Announcement;
import wexa.core.model.App;
import wexa.core.model.Sort;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;
import wexa.server.testing.Cast;

/** A tenant that falls silent, or speaks of something else, takes nothing away from what it said before. */
class AnnouncedCataloguesTest {
    private static final Instant NOW = Instant.parse("2026-11-23T09:00:00Z");

    private final AnnouncedCatalogues catalogues = Cast.shared().bean(AnnouncedCatalogues.class);
    private final Id<Tenant> tenant = Id.of(UUID.randomUUID());
    private final App app = new App(
            Id.of(UUID.randomUUID()), Key.of("tides"), "Tides", List.of(), List.of(), List.of(), App.AreaUse.OPTIONAL);

    AnnouncedCataloguesTest() throws Exception {}

    private static Catalogue said(String app, String... actions) {
        List<App.Action> all = List.of(actions).stream()
                .map(key -> new App.Action(Key.of(key), key, Sort.LOOK))
                .toList();
        return new Catalogue(
                Optional.of(Key.of(app)),
                "7",
                all.isEmpty() ? List.of() : List.of(new App.ResourceType(Key.of("tide"), "Tides", all)),
                List.of(),
                List.of(),
                List.of(new Announcement.Preset(
                        Key.of("tide-tables"), "Tide tables", "", Set.of(Permission.of("tides:tide:see")))));
    }

    private AnnouncedCatalogues.Kept kept() {
        return catalogues.all().stream()
                .filter(one -> one.tenant().equals(tenant))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatWasSaidLastStays() {
        catalogues.failed(tenant, "no answer", NOW);
        assertThat(kept().announcement()).isEmpty();
        catalogues.keep(tenant, app, said("tides", "see", "forecast"), NOW);
        App said = kept().announcement().orElseThrow().said();
        assertThat(said.version()).isEqualTo("7");
        assertThat(said.permissions()).hasSize(2);
        assertThat(kept().announcement().orElseThrow().presets())
                .extracting(Announcement.Preset::name)
                .containsExactly("Tide tables");
        assertThat(kept().detail()).isEmpty();

        catalogues.keep(tenant, app, said("tides"), NOW.plusSeconds(60));
        assertThat(kept().detail()).contains("no permissions any more");
        catalogues.keep(tenant, app, said("winds", "see"), NOW.plusSeconds(120));
        assertThat(kept().detail()).contains("winds");
        catalogues.failed(tenant, "x".repeat(3_000), NOW.plusSeconds(180));
        assertThat(kept().detail()).hasSize(2_000);
        assertThat(kept().announcement().orElseThrow().said()).isEqualTo(said);
        assertThat(kept().readAt()).contains(NOW);
    }
}

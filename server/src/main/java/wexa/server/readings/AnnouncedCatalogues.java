package wexa.server.readings;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.connect.scim.Catalogue;
import wexa.core.app.Announcement;
import wexa.core.model.App;
import wexa.core.model.Fact;
import wexa.core.model.PermissionSet;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.stored.StoredForms;

/** Keeps what tenants say can be done in them. It counts for nothing before somebody takes it over. */
@Component
public class AnnouncedCatalogues {
    private static final int LONGEST_DETAIL = 2_000;

    private final AnnouncedRows rows;
    private final StoredForms forms;

    AnnouncedCatalogues(AnnouncedRows rows, StoredForms forms) {
        this.rows = rows;
        this.forms = forms;
    }

    /** What one tenant said, and what kept it from being asked again since; no announcement if it never said anything. */
    public record Kept(
            Id<Tenant> tenant, Optional<Announcement> announcement, Optional<Instant> readAt, String detail) {}

    /** When any tenant was asked last, whatever it said. */
    public Instant lastAsked() {
        return rows.lastTried().orElse(Instant.EPOCH);
    }

    public List<Kept> all() {
        return rows.findAll().stream().map(this::kept).toList();
    }

    private Kept kept(AnnouncedRow row) {
        Id<Tenant> tenant = Id.of(row.tenantId);
        return new Kept(
                tenant,
                Optional.ofNullable(row.body).map(body -> announcement(tenant, forms.readModel(body))),
                Optional.ofNullable(row.readAt),
                row.detail);
    }

    private static Announcement announcement(Id<Tenant> tenant, List<Fact> said) {
        return new Announcement(
                tenant,
                (App) said.get(0),
                said.stream()
                        .skip(1)
                        .map(PermissionSet.class::cast)
                        .map(set ->
                                new Announcement.Preset(set.key(), set.name(), set.description(), set.permissions()))
                        .toList());
    }

    /** What was said, as facts that count for nothing: the application first, then the sets that it offers. */
    private static List<Fact> facts(App app, Catalogue said) {
        App there = new App(
                app.id(),
                app.key(),
                app.name(),
                said.resourceTypes(),
                said.seatKinds(),
                List.of(),
                app.areaUse(),
                said.tasks(),
                said.version());
        List<Fact> facts = new ArrayList<>(List.of(there));
        for (Announcement.Preset preset : said.presets()) {
            UUID id = UUID.nameUUIDFromBytes(preset.key().text().getBytes(StandardCharsets.UTF_8));
            facts.add(new PermissionSet(
                    Id.of(id), preset.key(), preset.name(), preset.description(), app.id(), preset.permissions()));
        }
        return facts;
    }

    /** A tenant without permissions says nothing: what it said before stays. */
    @Transactional
    void keep(Id<Tenant> tenant, App app, Catalogue said, Instant at) {
        AnnouncedRow row = rows.findById(tenant.value()).orElseGet(() -> new AnnouncedRow(tenant.value()));
        row.triedAt = at;
        boolean isOfAnother = said.app().isPresent() && !said.app().get().equals(app.key());
        if (isOfAnother) {
            row.detail = "it names permissions of “" + said.app().get() + "”, not of “" + app.key() + "”";
        } else if (said.resourceTypes().isEmpty()) {
            row.detail = row.body == null ? "" : "it names no permissions any more";
        } else {
            row.detail = "";
            row.readAt = at;
            row.body = forms.writeModel(facts(app, said));
        }
        rows.save(row);
    }

    @Transactional
    void failed(Id<Tenant> tenant, String detail, Instant at) {
        AnnouncedRow row = rows.findById(tenant.value()).orElseGet(() -> new AnnouncedRow(tenant.value()));
        row.triedAt = at;
        row.detail = detail.substring(0, Math.min(LONGEST_DETAIL, detail.length()));
        rows.save(row);
    }
}

interface AnnouncedRows extends JpaRepository<AnnouncedRow, UUID> {
    @Query("select max(row.triedAt) from AnnouncedRow row")
    Optional<Instant> lastTried();
}

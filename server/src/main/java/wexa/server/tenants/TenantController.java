package wexa.server.tenants;

import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Tenants over HTTP. */
@RestController
@RequestMapping("/api/v1/tenants")
class TenantController {
    private final TenantService tenants;

    TenantController(TenantService tenants) {
        this.tenants = tenants;
    }

    @GetMapping
    List<TenantViews.TenantRow> list(Actor actor) {
        return tenants.list(actor);
    }

    @GetMapping("/{id}")
    TenantViews.TenantPage page(Actor actor, @PathVariable UUID id) {
        return tenants.page(actor, id);
    }

    /** Groups there that are nobody's: a role can be written as one. */
    @GetMapping("/{id}/groups")
    List<TenantViews.GroupThere> groups(Actor actor, @PathVariable UUID id) {
        return tenants.groups(actor, id);
    }

    /** Values of roles and entitlements that accounts there have: a role can be written as one. */
    @GetMapping("/{id}/values")
    List<TenantViews.ValueThere> values(Actor actor, @PathVariable UUID id) {
        return tenants.values(actor, id);
    }

    @PostMapping("/{id}/readings")
    TenantViews.TenantPage read(Actor actor, @PathVariable UUID id) {
        return tenants.read(actor, id);
    }
}

package wexa.server.tenants;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Tenants over HTTP. */
@RestController
@RequestMapping("/api/v1/tenants")
class TenantController {
    private static final int MOST_ACCOUNTS = 20_000;

    private final TenantService tenants;
    private final TenantAccounts accounts;

    TenantController(TenantService tenants, TenantAccounts accounts) {
        this.tenants = tenants;
        this.accounts = accounts;
    }

    @GetMapping
    List<TenantViews.TenantRow> list(Actor actor) {
        return tenants.list(actor);
    }

    @GetMapping("/{id}")
    TenantViews.TenantPage page(Actor actor, @PathVariable UUID id) {
        return tenants.page(actor, id);
    }

    @GetMapping("/{id}/accounts")
    TenantAccounts.AccountsView accounts(
            Actor actor,
            @PathVariable UUID id,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "20000") @Min(1) @Max(MOST_ACCOUNTS) int limit) {
        return accounts.of(actor, id, q, limit);
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

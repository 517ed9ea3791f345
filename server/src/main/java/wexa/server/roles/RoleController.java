package wexa.server.roles;

import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Roles over HTTP. */
@RestController
@RequestMapping("/api/v1/roles")
class RoleController {
    private final RoleService roles;

    RoleController(RoleService roles) {
        this.roles = roles;
    }

    @GetMapping
    List<RoleViews.RoleRow> list(Actor actor) {
        return roles.list(actor);
    }

    @GetMapping("/conflicts")
    List<RoleViews.ConflictView> conflicts(Actor actor) {
        return roles.conflicts(actor);
    }

    @GetMapping("/{id}")
    RoleViews.RolePage page(Actor actor, @PathVariable UUID id) {
        return roles.page(actor, id);
    }
}

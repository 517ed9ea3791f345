package wexa.server.people;

import jakarta.validation.Valid;
import java.util.UUID;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Changes of name over HTTP. */
@RestController
@RequestMapping("/api/v1/people/{id}/rename")
class RenameController {
    private final RenameService renames;

    RenameController(RenameService renames) {
        this.renames = renames;
    }

    /** What a change of name comes to in each tenant. Nothing is kept. */
    @PostMapping
    RenameViews.RenameView plan(Actor actor, @PathVariable UUID id, @Valid @RequestBody RenameViews.RenameInput input) {
        return renames.plan(actor, id, input);
    }
}

package wexa.server.people;

import jakarta.validation.Valid;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Moves, returns and changes of name over HTTP. */
@RestController
@RequestMapping("/api/v1/people/{id}")
class MoveController {
    private final MoveService moves;
    private final ReturnService returns;
    private final RenameService renames;

    MoveController(MoveService moves, ReturnService returns, RenameService renames) {
        this.moves = moves;
        this.returns = returns;
        this.renames = renames;
    }

    /** What somebody who changes jobs leaves behind, keeps and gets. Nothing is kept. */
    @PostMapping("/move")
    MoveViews.MoveView plan(Actor actor, @PathVariable UUID id, @Valid @RequestBody MoveViews.MoveInput input) {
        return moves.plan(actor, id, input);
    }

    /** Nothing else changes with a job change that was brought. */
    @PostMapping("/move/settled")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void settle(Actor actor, @PathVariable UUID id) {
        moves.settle(actor, id);
    }

    /** What somebody who left and comes back starts with. Nothing is kept. */
    @PostMapping("/return")
    ReturnViews.ReturnView plan(Actor actor, @PathVariable UUID id, @Valid @RequestBody ReturnViews.ReturnInput input) {
        return returns.plan(actor, id, input);
    }

    /** What a change of name comes to in each tenant. Nothing is kept. */
    @PostMapping("/rename")
    RenameViews.RenameView plan(Actor actor, @PathVariable UUID id, @Valid @RequestBody RenameViews.RenameInput input) {
        return renames.plan(actor, id, input);
    }
}

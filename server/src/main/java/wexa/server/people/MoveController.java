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

/** Moves over HTTP. */
@RestController
@RequestMapping("/api/v1/people/{id}/move")
class MoveController {
    private final MoveService moves;

    MoveController(MoveService moves) {
        this.moves = moves;
    }

    /** What somebody who changes jobs leaves behind, keeps and gets. Nothing is kept. */
    @PostMapping
    MoveViews.MoveView plan(Actor actor, @PathVariable UUID id, @Valid @RequestBody MoveViews.MoveInput input) {
        return moves.plan(actor, id, input);
    }

    /** Nothing else changes with a job change that was brought. */
    @PostMapping("/settled")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void settle(Actor actor, @PathVariable UUID id) {
        moves.settle(actor, id);
    }
}

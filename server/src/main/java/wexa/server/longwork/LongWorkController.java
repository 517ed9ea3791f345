package wexa.server.longwork;

import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.longwork.LongWorkService.WorkView;
import wexa.server.rights.Actor;

/** Long work over HTTP. */
@RestController
@RequestMapping("/api/v1/work")
class LongWorkController {
    private final LongWorkService work;

    LongWorkController(LongWorkService work) {
        this.work = work;
    }

    @GetMapping
    List<WorkView> all(Actor actor) {
        return work.all(actor);
    }

    @PostMapping("/{id}/cancel")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void cancel(Actor actor, @PathVariable UUID id) {
        work.cancel(actor, id);
    }
}

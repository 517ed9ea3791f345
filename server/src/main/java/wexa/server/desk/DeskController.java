package wexa.server.desk;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** The Desk over HTTP. */
@RestController
@RequestMapping("/api/v1/desk")
class DeskController {
    private final DeskService desk;

    DeskController(DeskService desk) {
        this.desk = desk;
    }

    @GetMapping
    DeskView get(Actor actor) {
        return desk.get(actor);
    }
}

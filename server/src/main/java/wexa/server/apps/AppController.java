package wexa.server.apps;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Applications over HTTP. */
@RestController
@RequestMapping("/api/v1/apps")
class AppController {
    private final AppService apps;

    AppController(AppService apps) {
        this.apps = apps;
    }

    /** What each application has, what its tenants say otherwise, and what that would touch. */
    @GetMapping
    List<AppViews.AppView> list(Actor actor) {
        return apps.list(actor);
    }
}

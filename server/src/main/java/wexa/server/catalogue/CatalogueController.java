package wexa.server.catalogue;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** What pickers offer, over HTTP. */
@RestController
@RequestMapping("/api/v1/catalogue")
class CatalogueController {
    private final CatalogueService catalogue;

    CatalogueController(CatalogueService catalogue) {
        this.catalogue = catalogue;
    }

    @GetMapping
    CatalogueView get(Actor actor) {
        return catalogue.get(actor);
    }
}

package wexa.server.directory;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.administrators.Actor;

/** Directory look-up over HTTP. */
@RestController
@RequestMapping("/api/v1/directory")
class DirectoryController {
    private final DirectoryService directory;

    DirectoryController(DirectoryService directory) {
        this.directory = directory;
    }

    @GetMapping
    Directories.Search search(Actor actor, @RequestParam(defaultValue = "") String q) {
        return directory.search(actor, q);
    }
}

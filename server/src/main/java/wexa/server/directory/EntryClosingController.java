package wexa.server.directory;

import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** The directory entry of somebody who is out, over HTTP. */
@RestController
@RequestMapping("/api/v1/people/{id}/directory-entry")
class EntryClosingController {
    private final EntryClosingService entries;

    EntryClosingController(EntryClosingService entries) {
        this.entries = entries;
    }

    /** Asks the directory at once; how it stands then is told with what is left of the person. */
    @PostMapping("/disable")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void disable(Actor actor, @PathVariable UUID id) {
        entries.disable(actor, id);
    }

    @PostMapping("/confirmation")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void confirm(Actor actor, @PathVariable UUID id) {
        entries.confirm(actor, id);
    }
}

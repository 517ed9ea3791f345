package wexa.server.directory;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
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

    /** An entry and a person. */
    record Two(
            @NotBlank @Size(max = 60) String directory,
            @NotBlank @Size(max = 200) String userId,
            @NotNull UUID person) {}

    @GetMapping("/pairs")
    PairsView pairs(Actor actor) {
        return directory.pairs(actor);
    }

    @PostMapping("/readings")
    PairsView read(Actor actor) {
        return directory.read(actor);
    }

    @PostMapping("/apart")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void keepApart(Actor actor, @Valid @RequestBody Two two) {
        directory.keepApart(actor, two.directory(), two.userId(), two.person());
    }
}

package wexa.server.secrets;

import jakarta.validation.Valid;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Shared secrets over HTTP: who knows them, never what they are. */
@RestController
@RequestMapping("/api/v1/secrets")
class SecretController {
    private final SecretService secrets;

    SecretController(SecretService secrets) {
        this.secrets = secrets;
    }

    @GetMapping
    List<SecretViews.SharedSecretView> all(Actor actor) {
        return secrets.all(actor);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    void add(Actor actor, @Valid @RequestBody SecretViews.SecretInput input) {
        secrets.add(actor, input);
    }

    @PutMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void change(Actor actor, @PathVariable UUID id, @Valid @RequestBody SecretViews.SecretInput input) {
        secrets.change(actor, id, input);
    }

    /** Somebody changed the secret itself. */
    @PostMapping("/{id}/changed")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changed(Actor actor, @PathVariable UUID id) {
        secrets.changed(actor, id);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(Actor actor, @PathVariable UUID id) {
        secrets.forget(actor, id);
    }
}

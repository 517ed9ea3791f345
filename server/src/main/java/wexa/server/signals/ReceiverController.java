package wexa.server.signals;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Where a tenant takes security events, over HTTP. */
@RestController
@RequestMapping("/api/v1/tenants/{id}/event-receiver")
class ReceiverController {
    private final ReceiverService receivers;

    ReceiverController(ReceiverService receivers) {
        this.receivers = receivers;
    }

    /** Where to push, and for whom the events are ({@code aud}). */
    record EventReceiverInput(
            @NotBlank @Size(max = 500) String url,
            @NotBlank @Size(max = 300) String audience) {}

    @GetMapping
    ReceiverService.EventReceiverView get(Actor actor, @PathVariable UUID id) {
        return receivers.get(actor, id);
    }

    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(Actor actor, @PathVariable UUID id, @Valid @RequestBody EventReceiverInput input) {
        receivers.set(actor, id, input.url(), input.audience());
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(Actor actor, @PathVariable UUID id) {
        receivers.remove(actor, id);
    }
}

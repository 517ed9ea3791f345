package wexa.server.urgent;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.log.Reason;
import wexa.server.rights.Actor;

/** Closing somebody's sign-in at once, over HTTP. */
@RestController
@RequestMapping("/api/v1/people/{id}/sign-in")
class UrgentController {
    private final UrgentService urgent;

    UrgentController(UrgentService urgent) {
        this.urgent = urgent;
    }

    record CloseInput(
            @NotBlank @Size(max = 200) String reason,
            @Nullable @Size(max = 100) String ticket) {}

    /** Closes every account of theirs, in all tenants at the same time. What is closed already stays so. */
    @PostMapping("/close")
    UrgentViews.Closed close(Actor actor, @PathVariable UUID id, @Valid @RequestBody CloseInput input) {
        return urgent.close(
                actor,
                id,
                new Reason(
                        input.reason().strip(),
                        input.ticket() == null ? "" : input.ticket().strip()));
    }

    /** Where they can still sign in. */
    @GetMapping
    UrgentViews.UrgentView ways(Actor actor, @PathVariable UUID id) {
        return urgent.ways(actor, id);
    }
}

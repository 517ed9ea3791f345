package wexa.server.settling;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** What settles differences without changing the tenant, over HTTP. */
@RestController
@RequestMapping("/api/v1/tenants/{id}/differences")
class SettlingController {
    private final SettlingService settling;

    SettlingController(SettlingService settling) {
        this.settling = settling;
    }

    record AcceptInput(@NotNull @Size(min = 1, max = 5_000) List<@NotNull @Size(max = 100) String> objects) {}

    /** Entries that take differences into the model. */
    @PostMapping("/accept")
    SettlingService.SettlingView accept(Actor actor, @PathVariable UUID id, @Valid @RequestBody AcceptInput input) {
        return settling.accept(actor, id, input.objects());
    }

    record ExceptInput(
            @NotNull @Size(min = 1, max = 5_000) List<@NotNull @Size(max = 100) String> objects,
            @NotBlank @Size(max = 40) String until,
            @NotNull UUID owner,
            @NotBlank @Size(max = 200) String reason) {}

    /** Entries that let differences be until a day, a year at most. */
    @PostMapping("/except")
    SettlingService.SettlingView except(Actor actor, @PathVariable UUID id, @Valid @RequestBody ExceptInput input) {
        return settling.except(
                actor,
                id,
                input.objects(),
                input.until().strip(),
                input.owner(),
                input.reason().strip());
    }
}

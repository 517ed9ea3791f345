package wexa.server.settling;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.log.Reason;
import wexa.server.rights.Actor;

/** Correcting tenants, over HTTP. */
@RestController
@RequestMapping("/api/v1/tenants/{id}/corrections")
class CorrectionController {
    private final CorrectionService corrections;

    CorrectionController(CorrectionService corrections) {
        this.corrections = corrections;
    }

    record CorrectionInput(
            @NotNull @Size(min = 1, max = 5_000) List<@NotNull @Size(max = 100) String> objects,
            @Nullable @Size(max = 200) String reason,
            @Nullable @Size(max = 100) String ticket) {}

    @PostMapping
    CorrectionService.Corrected correct(Actor actor, @PathVariable UUID id, @Valid @RequestBody CorrectionInput input) {
        return corrections.correct(
                actor,
                id,
                input.objects(),
                new Reason(
                        input.reason() == null ? "" : input.reason().strip(),
                        input.ticket() == null ? "" : input.ticket().strip()));
    }
}

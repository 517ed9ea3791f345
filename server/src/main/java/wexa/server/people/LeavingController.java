package wexa.server.people;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.evidence.Archive;
import wexa.server.rights.Actor;

/** Offboarding over HTTP. */
@RestController
@RequestMapping("/api/v1/people/{id}")
class LeavingController {
    private final LeavingService leaving;
    private final RemovalRecord records;

    LeavingController(LeavingService leaving, RemovalRecord records) {
        this.leaving = leaving;
        this.records = records;
    }

    record LeavingInput(
            @Nullable Instant at,
            @NotNull @Size(max = 100) List<@NotNull UUID> ending,
            @Nullable UUID successor,
            @NotNull @Size(max = 2_000) Map<UUID, UUID> successors) {}

    /** What somebody holds, and what would become of it. Nothing is kept. */
    @PostMapping("/leaving")
    LeavingViews.LeavingView plan(Actor actor, @PathVariable UUID id, @Valid @RequestBody LeavingInput input) {
        return leaving.plan(
                actor,
                id,
                new LeavingService.Wanted(
                        Optional.ofNullable(input.at()),
                        input.ending(),
                        Optional.ofNullable(input.successor()),
                        input.successors()));
    }

    /** The record of a removal, with its cover. */
    @PostMapping("/removal/export")
    ResponseEntity<byte[]> export(Actor actor, @PathVariable UUID id) {
        return Archive.answer("wexa-removal.zip", records.handOver(actor, id));
    }

    /** What is left of somebody in the tenants. */
    @GetMapping("/removal")
    LeavingViews.RemovalView removal(Actor actor, @PathVariable UUID id) {
        return leaving.removal(actor, id);
    }

    /** Asks the tenants that answer such questions, at most 20 each. */
    @PostMapping("/removal/questions")
    LeavingViews.RemovalView ask(Actor actor, @PathVariable UUID id) {
        return leaving.ask(actor, id);
    }
}

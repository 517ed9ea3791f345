package wexa.server.inbound;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Pattern;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;
import wexa.server.wiring.Ids;

/** Service identities over HTTP. */
@RestController
@RequestMapping("/api/v1/services")
class ServiceController {
    private static final int LONGEST_DAYS = 730;

    private final PushServices services;
    private final Ids ids;

    ServiceController(PushServices services, Ids ids) {
        this.services = services;
        this.ids = ids;
    }

    record ServiceView(
            UUID id,
            String name,
            String owner,
            Instant madeAt,
            Instant expiresAt,
            @Nullable Instant endedAt,
            @Nullable Instant usedAt,
            boolean isNew) {
        static ServiceView of(Services.Known known, Ids ids) {
            return new ServiceView(
                    known.id(),
                    known.name(),
                    known.owner(),
                    known.madeAt(),
                    known.expiresAt(),
                    known.endedAt().orElse(null),
                    known.usedAt().orElse(null),
                    ids.isRecent(known.id()));
        }
    }

    /** A user that was pushed, and what became of it. */
    record PushedView(
            UUID id,
            String service,
            String name,
            String userName,
            PushedStore.State state,
            @Nullable UUID person,
            @Nullable UUID draft,
            Instant changedAt) {}

    record ServicesView(List<ServiceView> services, List<PushedView> pushed) {}

    record NewService(
            @NotBlank
            @Pattern(
                    regexp = "[a-z0-9][a-z0-9-]{1,59}",
                    message = "Use 2 to 60 lower-case letters, digits and hyphens.")
            String name,

            @Min(1) @Max(LONGEST_DAYS) int days) {}

    /** The key is in no other answer, now or later. */
    record MadeView(UUID id, String key) {}

    @GetMapping
    ServicesView all(Actor actor) {
        return new ServicesView(
                services.all(actor).stream()
                        .sorted(ids.newestFirst(Services.Known::id))
                        .map(known -> ServiceView.of(known, ids))
                        .toList(),
                services.lately(actor).stream()
                        .map(line -> new PushedView(
                                line.id(),
                                line.service(),
                                line.user().name(),
                                line.user().userName(),
                                line.state(),
                                line.person().orElse(null),
                                line.draft().orElse(null),
                                line.changedAt()))
                        .toList());
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    MadeView make(Actor actor, @Valid @RequestBody NewService made) {
        Services.Made service = services.make(actor, made.name(), made.days());
        return new MadeView(service.id(), service.key());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(Actor actor, @PathVariable UUID id) {
        services.end(actor, id);
    }
}

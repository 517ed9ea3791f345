package wexa.server.scheduled;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.drafts.LongDrafts;
import wexa.server.rights.Actor;

/** Applying later, over HTTP. */
@RestController
@RequestMapping("/api/v1/drafts/{id}/schedule")
class ScheduleController {
    private final ScheduleService schedules;
    private final LongDrafts longDrafts;

    ScheduleController(ScheduleService schedules, LongDrafts longDrafts) {
        this.schedules = schedules;
        this.longDrafts = longDrafts;
    }

    record ScheduleInput(
            @NotNull UUID requestId,
            long draftVersion,
            @NotBlank @Size(max = 100) String digest,
            @NotNull Instant due) {}

    /**
     * When the draft is to be applied, if it is.
     *
     * @param isLapsed whether the draft was changed since, so that it will not be
     * @param failedAt when it was due and was not applied
     */
    record ScheduleView(
            @Nullable Instant due,
            @Nullable String by,
            boolean isLapsed,
            @Nullable Instant failedAt,
            @Nullable String detail) {}

    @GetMapping
    ScheduleView get(Actor actor, @PathVariable UUID id) {
        return schedules
                .of(actor, id)
                .map(told -> new ScheduleView(
                        told.scheduled().due(),
                        told.scheduled().login(),
                        told.isLapsed(),
                        told.scheduled().failure().map(Scheduled.Failure::at).orElse(null),
                        told.scheduled()
                                .failure()
                                .map(Scheduled.Failure::detail)
                                .orElse(null)))
                .orElseGet(() -> new ScheduleView(null, null, false, null, null));
    }

    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void schedule(Actor actor, @PathVariable UUID id, @Valid @RequestBody ScheduleInput input) {
        longDrafts.with(id, () -> {
            schedules.schedule(
                    actor,
                    id,
                    new ScheduleService.Wish(input.requestId(), input.draftVersion(), input.digest(), input.due()));
            return true;
        });
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void cancel(Actor actor, @PathVariable UUID id) {
        schedules.cancel(actor, id);
    }
}

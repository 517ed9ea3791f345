package wexa.server.jobs;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import wexa.server.rights.Actor;

/** Jobs over HTTP; their progress as server-sent events. */
@RestController
@RequestMapping("/api/v1/jobs")
class JobController {
    private static final int MOST = 2_000;

    private final JobService jobs;
    private final JobEvents events;

    JobController(JobService jobs, JobEvents events) {
        this.jobs = jobs;
        this.events = events;
    }

    @GetMapping
    List<JobLine> list(
            Actor actor,
            @RequestParam(required = false) @Nullable Long before,
            @RequestParam(defaultValue = "50") @Min(1) @Max(MOST) int limit) {
        return jobs.list(actor, before == null ? Long.MAX_VALUE : before, limit);
    }

    @GetMapping("/{id}")
    JobView get(Actor actor, @PathVariable UUID id) {
        return jobs.get(actor, id);
    }

    @GetMapping(path = "/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events(Actor actor, @PathVariable UUID id) {
        jobs.get(actor, id);
        return events.listen(id);
    }

    /** Why something is not done: it stays in the step's record and in the log. */
    record Because(@NotBlank @Size(max = 200) String reason) {}

    @PostMapping("/steps/{step}/skip")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void skip(Actor actor, @PathVariable UUID step, @Valid @RequestBody Because because) {
        jobs.skip(actor, step, because.reason().strip());
    }

    @PostMapping("/{id}/stop")
    JobView stop(Actor actor, @PathVariable UUID id, @Valid @RequestBody Because because) {
        return jobs.stop(actor, id, because.reason().strip());
    }

    @PostMapping("/steps/{step}/again")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void tryAgain(Actor actor, @PathVariable UUID step) {
        jobs.tryAgain(actor, step);
    }
}

package wexa.server.apply;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.core.preview.Coming;
import wexa.server.drafts.DraftView;
import wexa.server.drafts.LongDrafts;
import wexa.server.jobs.JobService;
import wexa.server.rights.Actor;
import wexa.server.snapshot.Applied;
import wexa.server.snapshot.Changeset;

/** Applying over HTTP, and what was applied. */
@RestController
@RequestMapping("/api/v1")
class ApplyController {
    private static final int PAGE = 50;
    private static final int MOST_NAMED = 40;

    private final ApplyService apply;
    private final JobService jobs;
    private final ChangesetService changesets;
    private final ReviewService reviews;
    private final LongDrafts longDrafts;

    ApplyController(
            ApplyService apply,
            JobService jobs,
            ChangesetService changesets,
            ReviewService reviews,
            LongDrafts longDrafts) {
        this.longDrafts = longDrafts;
        this.reviews = reviews;
        this.apply = apply;
        this.jobs = jobs;
        this.changesets = changesets;
    }

    /** {@code requestId} is made by the caller: sent twice, it applies once. */
    record ApplyInput(
            @NotNull UUID requestId,
            long draftVersion,
            @NotBlank @Size(max = 100) String digest) {}

    record ApplyView(long changeset, @Nullable UUID job) {}

    @PostMapping("/drafts/{id}/apply")
    ApplyView apply(Actor actor, @PathVariable UUID id, @Valid @RequestBody ApplyInput input) {
        ApplyService.Result result = apply.apply(
                actor,
                new ApplyService.Request(
                        input.requestId(), id, input.draftVersion(), input.digest(), Changeset.Origin.DRAFT));
        Optional<UUID> job = result.job().or(() -> jobs.ofChangeset(actor, result.changeset()));
        return new ApplyView(result.changeset(), job.orElse(null));
    }

    @GetMapping("/drafts/{id}/review")
    ReviewView review(Actor actor, @PathVariable UUID id) {
        return longDrafts.with(id, () -> reviews.of(actor, id));
    }

    @GetMapping("/drafts/{id}/messages")
    ReviewView.MessagesReview messages(Actor actor, @PathVariable UUID id) {
        return longDrafts.with(id, () -> reviews.messages(actor, id));
    }

    @GetMapping("/drafts/{id}/missing-accounts")
    List<ReviewView.MissingView> missingAccounts(Actor actor, @PathVariable UUID id) {
        return longDrafts.with(id, () -> reviews.missingAccounts(actor, id));
    }

    /** In words, what whoever asks lacks to apply the draft. */
    @GetMapping("/drafts/{id}/lacks")
    List<String> lacks(Actor actor, @PathVariable UUID id) {
        return longDrafts.with(id, () -> reviews.lacks(actor, id));
    }

    @GetMapping("/changesets/{version}")
    ChangesetView changeset(Actor actor, @PathVariable long version) {
        return changesets.get(actor, version);
    }

    @PostMapping("/changesets/{version}/undo")
    @ResponseStatus(HttpStatus.CREATED)
    DraftView undo(
            Actor actor,
            @PathVariable long version,
            @RequestParam(required = false) @Nullable UUID about,
            @RequestParam(defaultValue = "false") boolean takesRest) {
        return changesets.undo(actor, version, Optional.ofNullable(about), takesRest);
    }

    /** A file of sentences, as drafts are written as text. */
    @GetMapping(path = "/changesets/{version}/text", produces = MediaType.TEXT_PLAIN_VALUE)
    ResponseEntity<String> text(Actor actor, @PathVariable long version) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"changeset-" + version + ".wexa\"")
                .body(changesets.text(actor, version));
    }

    @GetMapping("/changesets/{version}/coming")
    List<Coming> coming(Actor actor, @PathVariable long version) {
        return changesets.coming(actor, version);
    }

    @GetMapping("/changesets/{version}/about")
    List<ChangesetView.AboutView> about(
            Actor actor, @PathVariable long version, @RequestParam(defaultValue = "") @Size(max = 200) String q) {
        return changesets.about(actor, version, q, MOST_NAMED);
    }

    @GetMapping("/changesets")
    List<Applied> changesets(Actor actor, @RequestParam(required = false) @Nullable Long before) {
        return changesets.list(actor, before == null ? Long.MAX_VALUE : before, PAGE);
    }
}

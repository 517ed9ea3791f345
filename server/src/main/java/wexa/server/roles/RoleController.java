package wexa.server.roles;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.drafts.DraftView;
import wexa.server.drafts.LongDrafts;
import wexa.server.evidence.Archive;
import wexa.server.rights.Actor;

/** Roles over HTTP. */
@RestController
@RequestMapping("/api/v1/roles")
class RoleController {
    private final RoleService roles;
    private final ConflictService conflicts;
    private final RoleComposing composing;
    private final WorkService work;
    private final RolePlaces places;
    private final CompareService comparing;
    private final SetService sets;
    private final TighteningService tightening;
    private final ReplaceService replacing;
    private final LongDrafts longDrafts;

    RoleController(
            RoleService roles,
            ConflictService conflicts,
            RoleComposing composing,
            WorkService work,
            RolePlaces places,
            CompareService comparing,
            SetService sets,
            TighteningService tightening,
            ReplaceService replacing,
            LongDrafts longDrafts) {
        this.roles = roles;
        this.conflicts = conflicts;
        this.composing = composing;
        this.work = work;
        this.places = places;
        this.comparing = comparing;
        this.sets = sets;
        this.tightening = tightening;
        this.replacing = replacing;
        this.longDrafts = longDrafts;
    }

    @GetMapping
    List<RoleViews.RoleRow> list(Actor actor) {
        return roles.list(actor);
    }

    @GetMapping("/conflicts")
    List<RoleViews.ConflictView> conflicts(Actor actor, @RequestParam Optional<UUID> draft) {
        return within(draft, () -> conflicts.all(actor, draft));
    }

    /** Everybody in whom both sides of a rule meet, with the paths and a cover, as an archive; the log keeps its digest. */
    @PostMapping("/conflicts/export")
    ResponseEntity<byte[]> exportConflicts(Actor actor) {
        return Archive.answer("wexa-conflicts.zip", conflicts.handOver(actor));
    }

    /** The work that people do, app by app: tasks and single permissions. */
    @GetMapping("/work")
    List<WorkViews.AppWork> work(Actor actor) {
        return work.work(actor);
    }

    /** {@code who} is the person or group that is to be given what it lacks, as entries name one. */
    record CoverInput(
            @NotNull @Size(max = 500) List<@NotNull @Size(max = 200) String> permissions,
            @Nullable @Size(max = 100) String who) {}

    /** Which existing roles give these permissions, and which permission sets give them with the least besides. */
    @PostMapping("/cover")
    WorkViews.CoverView cover(Actor actor, @Valid @RequestBody CoverInput input) {
        return work.cover(actor, input.permissions(), Optional.ofNullable(input.who()));
    }

    /** Permission sets, as they are or as a draft would have them. */
    @GetMapping("/sets")
    List<SetService.SetRow> sets(Actor actor, @RequestParam Optional<UUID> draft) {
        return within(draft, () -> sets.list(actor, draft));
    }

    /** What could be taken away without anybody losing anything. */
    @GetMapping("/tightening/progress")
    TighteningService.ProgressView tighteningProgress(Actor actor) {
        return tightening.progress(actor);
    }

    @GetMapping("/tightening")
    List<TighteningService.SlackView> tightening(Actor actor) {
        return tightening.of(actor);
    }

    /** What a role or a permission set is made of, and who gets it. */
    @GetMapping("/{id}/lineage")
    LineageViews.LineageView lineage(Actor actor, @PathVariable UUID id) {
        return sets.lineage(actor, id);
    }

    /** Two to five roles, permission sets or people side by side. */
    @GetMapping("/compare")
    CompareService.ComparedView compare(Actor actor, @RequestParam List<String> of) {
        return comparing.compare(actor, of);
    }

    @PostMapping("/compare/export")
    ResponseEntity<byte[]> exportComparison(Actor actor, @RequestParam List<String> of) {
        return Archive.answer("wexa-comparison.zip", comparing.handOver(actor, of));
    }

    /** {@code by} is the role that comes in its place. */
    record ReplacementInput(@NotNull UUID by) {}

    @PostMapping("/{id}/replacement")
    @ResponseStatus(HttpStatus.CREATED)
    DraftView replace(Actor actor, @PathVariable UUID id, @Valid @RequestBody ReplacementInput input) {
        return replacing.replace(actor, id, input.by());
    }

    /** A role, as it is or as a draft would have it. */
    @GetMapping("/{id}")
    RoleViews.RolePage page(Actor actor, @PathVariable UUID id, @RequestParam Optional<UUID> draft) {
        return within(draft, () -> roles.page(actor, id, draft));
    }

    /** Where a role can be given, and who has something there. */
    @GetMapping("/{id}/places")
    List<RolePlaces.PlaceTenant> places(Actor actor, @PathVariable UUID id) {
        return places.of(actor, id);
    }

    /** What can be put into a role, those whose names begin with the text first. */
    @GetMapping("/{id}/offers")
    List<RoleViews.Offer> offers(
            Actor actor,
            @PathVariable UUID id,
            @RequestParam Optional<UUID> draft,
            @RequestParam(defaultValue = "") String q) {
        return within(draft, () -> composing.offers(actor, id, draft, q));
    }

    /** What a draft's changes of roles do to people, permission by permission. */
    @GetMapping("/{id}/effect")
    RoleViews.EffectView effect(Actor actor, @PathVariable UUID id, @RequestParam UUID draft) {
        return longDrafts.with(draft, () -> composing.effect(actor, id, draft));
    }

    private <T> T within(Optional<UUID> draft, Supplier<T> work) {
        return draft.map(one -> longDrafts.with(one, work)).orElseGet(work);
    }
}

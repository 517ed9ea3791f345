package wexa.server.drafts;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import wexa.core.intake.Entry;
import wexa.server.log.Reason;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;

/** Drafts over HTTP. Writes carry the draft's version in {@code If-Match} (RFC 9110 13.1.1). */
@RestController
@RequestMapping("/api/v1/drafts")
class DraftController {
    private final DraftService drafts;
    private final DraftTexts texts;
    private final LongDrafts longDrafts;

    DraftController(DraftService drafts, DraftTexts texts, LongDrafts longDrafts) {
        this.drafts = drafts;
        this.texts = texts;
        this.longDrafts = longDrafts;
    }

    record NewDraft(
            @NotBlank @Size(max = 200) @Pattern(regexp = "[^\\p{Cntrl}]*", message = "Write a name on one line.")
            String name) {}

    record EntryInput(
            @NotNull UUID id,
            @NotBlank @Size(max = 40) String form,
            @NotNull @Size(max = 40) Map<@NotNull @Size(max = 60) String, @NotNull String> fields) {}

    record Edits(
            @NotNull @Size(max = 500) List<@NotNull @Valid EntryInput> put,
            @NotNull @Size(max = 2000) List<@NotNull UUID> taken) {}

    record Amend(
            @Nullable
            @Size(min = 1, max = 200)
            @Pattern(regexp = "[^\\p{Cntrl}]*\\S[^\\p{Cntrl}]*", message = "Write a name on one line.")
            String name,

            Draft.@Nullable State state,

            @Nullable
            @Size(max = Reason.LONGEST_TEXT)
            @Pattern(regexp = "[^\\p{Cntrl}<>]*", message = "Write the reason on one line, without < and >.")
            String reason,

            @Nullable
            @Size(max = Reason.LONGEST_TICKET)
            @Pattern(regexp = "[^\\p{Cntrl}<>]*", message = "Write the ticket on one line, without < and >.")
            String ticket) {}

    @GetMapping
    List<DraftStore.DraftLine> live(Actor actor) {
        return drafts.live(actor);
    }

    /** A page of the live drafts, the last touched first, and how many there are. */
    record LivePage(List<DraftStore.DraftLine> drafts, long total) {}

    @GetMapping("/live")
    LivePage livePage(
            Actor actor,
            @RequestParam(defaultValue = "0") @Min(0) @Max(1_000_000) int from,
            @RequestParam(defaultValue = "100") @Min(1) @Max(200) int limit) {
        return new LivePage(drafts.live(actor, from, limit), drafts.liveCount(actor));
    }

    @GetMapping("/{id}")
    ResponseEntity<DraftView> get(Actor actor, @PathVariable UUID id) {
        return tagged(longDrafts.with(id, () -> drafts.get(actor, id)));
    }

    @GetMapping("/{id}/entries")
    DraftView.EntriesView entries(
            Actor actor,
            @PathVariable UUID id,
            @RequestParam(defaultValue = "0") @Min(0) int from,
            @RequestParam(defaultValue = "200") @Min(1) @Max(1000) int limit) {
        return longDrafts.with(id, () -> drafts.entries(actor, id, from, limit));
    }

    @PostMapping
    ResponseEntity<DraftView> create(Actor actor, @Valid @RequestBody NewDraft draft) {
        DraftView made = drafts.create(actor, draft.name());
        return ResponseEntity.status(HttpStatus.CREATED).eTag(tag(made)).body(made);
    }

    @PutMapping("/{id}/entries")
    ResponseEntity<DraftView> edit(
            Actor actor,
            @PathVariable UUID id,
            @RequestHeader("If-Match") String ifMatch,
            @Valid @RequestBody Edits edits) {
        List<Entry> put = edits.put().stream()
                .map(entry -> new Entry(new Entry.Id(entry.id()), entry.form(), entry.fields()))
                .toList();
        long version = version(ifMatch);
        return tagged(longDrafts.with(id, () -> drafts.edit(actor, id, version, put, edits.taken())));
    }

    /** The draft as text, a sentence on each line. */
    @GetMapping(path = "/{id}/text", produces = MediaType.TEXT_PLAIN_VALUE)
    String text(Actor actor, @PathVariable UUID id) {
        return longDrafts.with(id, () -> texts.text(actor, id));
    }

    /** Makes the draft what the text says; a line that is no sentence is named, and then nothing is changed. */
    @PutMapping(path = "/{id}/text", consumes = MediaType.TEXT_PLAIN_VALUE)
    ResponseEntity<DraftView> put(
            Actor actor,
            @PathVariable UUID id,
            @RequestHeader("If-Match") String ifMatch,
            @RequestBody(required = false) @Nullable String text) {
        long version = version(ifMatch);
        return tagged(longDrafts.with(id, () -> texts.put(actor, id, version, text == null ? "" : text)));
    }

    /** Opens the accounts that the draft's people need for what it gives them, with the least seats that carry it. */
    @PostMapping("/{id}/missing-accounts")
    ResponseEntity<DraftView> openMissing(
            Actor actor, @PathVariable UUID id, @RequestHeader("If-Match") String ifMatch) {
        long version = version(ifMatch);
        return tagged(longDrafts.with(id, () -> drafts.openMissing(actor, id, version)));
    }

    @PatchMapping("/{id}")
    ResponseEntity<DraftView> amend(
            Actor actor,
            @PathVariable UUID id,
            @RequestHeader("If-Match") String ifMatch,
            @Valid @RequestBody Amend amend) {
        long version = version(ifMatch);
        var amendment = new DraftService.Amendment(
                Optional.ofNullable(amend.name()),
                Optional.ofNullable(amend.state()),
                Optional.ofNullable(amend.reason()),
                Optional.ofNullable(amend.ticket()));
        return tagged(longDrafts.with(id, () -> drafts.amend(actor, id, version, amendment)));
    }

    private static ResponseEntity<DraftView> tagged(DraftView view) {
        return ResponseEntity.ok().eTag(tag(view)).body(view);
    }

    private static String tag(DraftView view) {
        return "\"" + view.version() + "\"";
    }

    private static long version(String ifMatch) {
        try {
            return Long.parseLong(ifMatch.replace("\"", "").strip());
        } catch (NumberFormatException malformed) {
            throw Problem.badField(
                    "If-Match", "field.malformed", "If-Match must be the draft's version, such as \"3\".");
        }
    }
}

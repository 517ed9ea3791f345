package wexa.server.people;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.drafts.LongDrafts;
import wexa.server.rights.Actor;

/** People over HTTP. */
@RestController
@RequestMapping("/api/v1/people")
class PeopleController {
    private final PeopleService people;
    private final PeopleFinder finder;
    private final HelpService help;
    private final CoverService covering;
    private final PersonFieldService fields;
    private final LongDrafts longDrafts;

    PeopleController(
            PeopleService people,
            PeopleFinder finder,
            HelpService help,
            CoverService covering,
            PersonFieldService fields,
            LongDrafts longDrafts) {
        this.people = people;
        this.finder = finder;
        this.help = help;
        this.covering = covering;
        this.fields = fields;
        this.longDrafts = longDrafts;
    }

    /** A stretch of a list; {@code next} is the place at which the following one begins. */
    record PeoplePage(
            List<PersonRow> people, int total, @Nullable Integer next) {}

    record CellInput(
            @NotNull UUID tenant,
            @NotBlank String permission,
            @Nullable String area) {}

    /** The organisation's own fields. */
    @GetMapping("/fields")
    List<PersonFieldViews.PersonFieldView> fields(Actor actor) {
        return fields.all(actor);
    }

    @GetMapping
    PeoplePage list(
            Actor actor,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "0") @Min(0) int from,
            @RequestParam(defaultValue = "200") @Min(1) @Max(1000) int limit) {
        PeopleService.PeopleFound found = people.search(actor, q, from, limit);
        int end = from + found.rows().size();
        return new PeoplePage(found.rows(), found.total(), end < found.total() ? end : null);
    }

    @GetMapping("/find")
    List<PeopleFinder.FoundPerson> find(Actor actor, @RequestParam @Size(max = 200) String q) {
        return finder.find(actor, q);
    }

    @GetMapping("/{id}")
    PersonPage page(Actor actor, @PathVariable UUID id) {
        return people.page(actor, id);
    }

    @GetMapping("/{id}/help")
    HelpView help(Actor actor, @PathVariable UUID id) {
        return help.of(actor, id);
    }

    @GetMapping("/{id}/access")
    AccessView access(
            Actor actor,
            @PathVariable UUID id,
            @RequestParam(required = false) @Nullable UUID draft,
            @RequestParam(required = false) @Nullable Instant at) {
        Optional<UUID> with = Optional.ofNullable(draft);
        return longDrafts.with(with, () -> people.access(actor, id, with, Optional.ofNullable(at)));
    }

    @GetMapping("/{id}/peers")
    PeersView peers(
            Actor actor,
            @PathVariable UUID id,
            @RequestParam(required = false) @Nullable UUID draft,
            @RequestParam(required = false) @Nullable UUID like) {
        Optional<UUID> with = Optional.ofNullable(draft);
        return longDrafts.with(with, () -> people.peers(actor, id, with, Optional.ofNullable(like)));
    }

    /** What somebody else would need to cover for the person from an instant on. */
    @GetMapping("/{id}/cover")
    CoverService.AbsenceCoverView cover(
            Actor actor,
            @PathVariable UUID id,
            @RequestParam UUID by,
            @RequestParam Optional<Instant> from,
            @RequestParam Optional<Instant> until) {
        return covering.cover(actor, id, by, from, until);
    }

    @GetMapping("/{id}/why")
    WhyView why(
            Actor actor,
            @PathVariable UUID id,
            @RequestParam UUID tenant,
            @RequestParam String permission,
            @RequestParam(required = false) @Nullable String area,
            @RequestParam(required = false) @Nullable UUID draft,
            @RequestParam(required = false) @Nullable Instant at) {
        PeopleService.Cell cell = new PeopleService.Cell(tenant, permission, Optional.ofNullable(area));
        Optional<UUID> with = Optional.ofNullable(draft);
        return longDrafts.with(with, () -> people.why(actor, id, cell, with, Optional.ofNullable(at)));
    }

    @PostMapping("/{id}/ask")
    WhyView ask(Actor actor, @PathVariable UUID id, @Valid @RequestBody CellInput cell) {
        return people.ask(
                actor, id, new PeopleService.Cell(cell.tenant(), cell.permission(), Optional.ofNullable(cell.area())));
    }
}

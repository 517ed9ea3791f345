package wexa.server.people;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.evidence.Archive;
import wexa.server.rights.Actor;

/** The table of people, and acts on many of them, over HTTP. */
@RestController
@RequestMapping("/api/v1/people/table")
class PeopleTableController {
    private static final int MOST_IDS = 5_000;
    private static final int MOST_EXPORTED = 1_000_000;

    private final PeopleTableService table;
    private final PeopleActs acts;
    private final PastedPeople pasted;

    PeopleTableController(PeopleTableService table, PeopleActs acts, PastedPeople pasted) {
        this.table = table;
        this.acts = acts;
        this.pasted = pasted;
    }

    /** A stretch of the table, with how many would pass by each value of the filter. */
    @GetMapping
    TableViews.PeopleTableView table(
            Actor actor,
            PeopleFilter filter,
            @RequestParam(defaultValue = "URGENCY") @Size(max = 60) String sort,
            @RequestParam(defaultValue = "false") boolean descending,
            @RequestParam(defaultValue = "0") @Min(0) @Max(MOST_EXPORTED) int from,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int limit,
            @RequestParam(defaultValue = "") List<String> count) {
        return table.table(
                actor, filter, new PeopleTableService.Stretch(sort, descending, from, limit), Set.copyOf(count));
    }

    /** Everybody who passes the filter, 5,000 at most. */
    @GetMapping("/ids")
    List<UUID> ids(Actor actor, PeopleFilter filter) {
        return table.ids(
                actor,
                filter,
                new PeopleTableService.Stretch(PeopleTableService.Sort.URGENCY.name(), false, 0, MOST_IDS));
    }

    /** Exactly what is shown, as CSV (RFC 4180). */
    @GetMapping("/csv")
    ResponseEntity<String> csv(
            Actor actor,
            PeopleFilter filter,
            @RequestParam(defaultValue = "URGENCY") @Size(max = 60) String sort,
            @RequestParam(defaultValue = "false") boolean descending,
            @RequestParam(defaultValue = "") List<String> column) {
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"wexa-people.csv\"")
                .body(table.csv(
                        actor, filter, new PeopleTableService.Stretch(sort, descending, 0, MOST_EXPORTED), column));
    }

    /** The same with a cover sheet, in one archive. */
    @PostMapping("/export")
    ResponseEntity<byte[]> export(
            Actor actor,
            PeopleFilter filter,
            @RequestParam(defaultValue = "URGENCY") @Size(max = 60) String sort,
            @RequestParam(defaultValue = "false") boolean descending,
            @RequestParam(defaultValue = "") List<String> column) {
        return Archive.answer(
                "wexa-people.zip",
                table.handOver(
                        actor, filter, new PeopleTableService.Stretch(sort, descending, 0, MOST_EXPORTED), column));
    }

    record ActInput(
            @NotNull @Size(max = MOST_IDS) List<@NotNull UUID> people,
            @NotNull PeopleActs.Kinds act,
            @Nullable UUID group,
            @Nullable UUID role,
            @Nullable UUID tenant,
            @Nullable UUID area,
            @Nullable @Size(max = 40) String from,
            @Nullable @Size(max = 40) String until,
            @Nullable UUID field,
            @Nullable @Size(max = 200) String value,
            @Nullable Instant at,
            @Nullable UUID successor) {}

    /** What an act on several people comes to, as entries of a draft. Nothing is kept. */
    @PostMapping("/acts")
    PeopleActs.ActView acts(Actor actor, @Valid @RequestBody ActInput input) {
        return acts.entries(
                actor,
                input.people(),
                new PeopleActs.Wanted(
                        input.act(),
                        Optional.ofNullable(input.group()),
                        Optional.ofNullable(input.role()),
                        Optional.ofNullable(input.tenant()),
                        Optional.ofNullable(input.area()),
                        input.from() == null ? "" : input.from(),
                        input.until() == null ? "" : input.until(),
                        Optional.ofNullable(input.field()),
                        input.value() == null ? "" : input.value(),
                        Optional.ofNullable(input.at()),
                        Optional.ofNullable(input.successor())));
    }

    record PastedInput(@NotNull @Size(max = MOST_IDS) List<@NotNull @Size(max = 200) String> texts) {}

    /** Finds people by staff numbers, e-mail addresses, handles or user names. Nothing is kept. */
    @PostMapping("/pasted")
    List<PastedPeople.PastedView> pasted(Actor actor, @Valid @RequestBody PastedInput input) {
        return pasted.find(actor, input.texts());
    }
}

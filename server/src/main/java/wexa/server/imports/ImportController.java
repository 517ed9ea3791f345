package wexa.server.imports;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.InputStreamResource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import wexa.core.importing.DryRun;
import wexa.core.importing.Sheet;
import wexa.core.value.Handle;
import wexa.server.drafts.DraftView;
import wexa.server.rights.Actor;

/** Tables over HTTP: CSV in and out (RFC 4180). */
@RestController
@RequestMapping("/api/v1/imports")
class ImportController {
    private final ImportService imports;

    ImportController(ImportService imports) {
        this.imports = imports;
    }

    /** What the columns mean: one field, or nothing, for each. */
    record Matching(
            long version,
            @NotNull Sheet sheet,
            @NotNull @Size(max = 1_000) List<@Nullable String> fields) {}

    record Correction(
            long version, @NotNull @Size(max = 1_000) List<@NotNull @Size(max = 4_000) String> cells) {}

    @GetMapping
    List<ImportService.Known> list(Actor actor) {
        return imports.list(actor);
    }

    @PostMapping(consumes = "text/csv")
    @ResponseStatus(HttpStatus.CREATED)
    ImportView bring(
            Actor actor,
            @RequestParam @NotBlank @Size(max = 200) String name,
            @RequestBody(required = false) @Nullable InputStreamResource table)
            throws IOException {
        return imports.bring(
                actor, name.strip(), table == null ? InputStream.nullInputStream() : table.getInputStream());
    }

    @GetMapping("/{id}")
    ImportView get(Actor actor, @PathVariable UUID id) {
        return imports.get(actor, id);
    }

    @PutMapping("/{id}/columns")
    ImportView match(Actor actor, @PathVariable UUID id, @Valid @RequestBody Matching matching) {
        List<Optional<String>> fields = matching.fields().stream()
                .map(field -> Optional.ofNullable(field).filter(text -> !text.isBlank()))
                .toList();
        return imports.match(actor, id, matching.version(), matching.sheet(), fields);
    }

    @PutMapping("/{id}/rows/{line}")
    ImportView correct(
            Actor actor, @PathVariable UUID id, @PathVariable long line, @Valid @RequestBody Correction correction) {
        return imports.correct(actor, id, correction.version(), line, correction.cells());
    }

    @GetMapping("/{id}/rows")
    ImportView.RowsView rows(
            Actor actor,
            @PathVariable UUID id,
            @RequestParam(required = false) DryRun.@Nullable Result result,
            @RequestParam(defaultValue = "0") @Min(0) int from,
            @RequestParam(defaultValue = "100") @Min(1) @Max(1000) int limit) {
        return imports.rows(actor, id, Optional.ofNullable(result), from, limit);
    }

    @PostMapping("/{id}/draft")
    @ResponseStatus(HttpStatus.CREATED)
    DraftView draft(Actor actor, @PathVariable UUID id) {
        return imports.draft(actor, id);
    }

    @GetMapping("/{id}/results")
    ResponseEntity<StreamingResponseBody> results(Actor actor, @PathVariable UUID id) {
        imports.get(actor, id);
        return csv("wexa-results.csv", to -> imports.writeResults(actor, id, to));
    }

    /** The sheet with everything that is there, or its header alone. */
    @GetMapping("/sheets/{sheet}")
    ResponseEntity<StreamingResponseBody> sheet(
            Actor actor, @PathVariable Sheet sheet, @RequestParam(defaultValue = "true") boolean filled) {
        String name = "wexa-" + sheet.name().toLowerCase(Locale.ROOT) + (filled ? "" : "-template") + ".csv";
        return csv(name, to -> imports.writeSheet(actor, sheet, filled, to));
    }

    @GetMapping("/people.ldif")
    ResponseEntity<StreamingResponseBody> ldif(Actor actor, @RequestParam(required = false) @Nullable String handle) {
        return text(
                handle == null || !Handle.accepts(handle) ? "wexa-people.ldif" : "wexa-" + handle + ".ldif",
                new MediaType("text", "ldif", StandardCharsets.UTF_8),
                to -> imports.writeLdif(actor, Optional.ofNullable(handle), to));
    }

    private interface Writing {
        void write(Writer to) throws IOException;
    }

    private static ResponseEntity<StreamingResponseBody> csv(String name, Writing writing) {
        return text(name, new MediaType("text", "csv", StandardCharsets.UTF_8), writing);
    }

    private static ResponseEntity<StreamingResponseBody> text(String name, MediaType type, Writing writing) {
        StreamingResponseBody body = out -> writing.write(new OutputStreamWriter(out, StandardCharsets.UTF_8));
        return ResponseEntity.ok()
                .contentType(type)
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(body);
    }
}

package wexa.server.evidence;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Tables with their covers over HTTP, each in one archive of {@code cover.txt} and {@code report.csv}. */
@RestController
@RequestMapping("/api/v1/exports")
class ExportController {
    private final ExportService exports;

    ExportController(ExportService exports) {
        this.exports = exports;
    }

    record ListInput(
            @NotNull ExportService.ShownList list,
            @Nullable UUID tenant,
            @NotNull @Size(max = 60) List<@NotNull @Size(max = 400) String> filter,
            @NotEmpty @Size(max = 40) List<@NotNull @Size(max = 200) String> columns,

            @NotNull @Size(max = 20_000)
            List<@NotNull @Size(max = 40) List<@NotNull @Size(max = 20_000) String>> rows) {}

    /** What the browser shows of a list; the cover says that these are the browser's rows. */
    @PostMapping("/lists")
    ResponseEntity<byte[]> list(Actor actor, @Valid @RequestBody ListInput input) {
        return Archive.answer(
                "wexa-export.zip",
                exports.list(
                        actor,
                        new ExportService.Shown(
                                input.list(), input.tenant(), input.filter(), input.columns(), input.rows())));
    }

    record LogInput(
            @Nullable @Size(max = 200) String q,
            @Nullable @Size(max = 200) String by,
            @Nullable LocalDate from,
            @Nullable LocalDate until) {}

    /** Lines of the log, by text, by whom, and by a first and a last day. */
    @PostMapping("/log")
    ResponseEntity<byte[]> log(Actor actor, @Valid @RequestBody LogInput input) {
        return Archive.answer(
                "wexa-export.zip",
                exports.log(
                        actor,
                        new ExportService.WantedLines(
                                input.q() == null ? "" : input.q(),
                                input.by() == null ? "" : input.by(),
                                input.from(),
                                input.until())));
    }
}

package wexa.server.log;

import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import wexa.server.rights.Actor;
import wexa.server.wiring.Settings;

/**
 * The log over HTTP, newest first; {@code before} is the number of the last line seen. {@code from} and {@code until} are
 * a first and a last day.
 */
@RestController
@RequestMapping("/api/v1/log")
class LogController {
    private static final int PAGE = 100;

    private final LogService log;
    private final Settings settings;

    LogController(LogService log, Settings settings) {
        this.log = log;
        this.settings = settings;
    }

    record LogPage(List<Log.Written> lines, @Nullable Long before, List<String> actors) {}

    @GetMapping
    LogPage read(
            Actor actor,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate until,
            @RequestParam(required = false) @Nullable Long before) {
        List<Log.Written> lines = log.read(
                actor,
                Log.Wanted.of(q, by, from, until, settings.zone()),
                before == null ? Long.MAX_VALUE : before,
                PAGE);
        return new LogPage(
                lines, lines.size() < PAGE ? null : lines.get(lines.size() - 1).number(), log.actors(actor));
    }

    /** How many lines somebody wrote. */
    record LogCount(String actor, long lines) {}

    @GetMapping("/counts")
    List<LogCount> counts(
            Actor actor,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate until) {
        return log.counts(actor, Log.Wanted.of(q, "", from, until, settings.zone())).entrySet().stream()
                .map(one -> new LogCount(one.getKey(), one.getValue()))
                .toList();
    }

    /** Follows the chain of all lines. */
    record LogChainView(
            long links, long withoutText, @Nullable Long broken, String last) {}

    @GetMapping("/chain")
    LogChainView chain(Actor actor) {
        LogChain.Verified verified = log.verified(actor);
        return new LogChainView(
                verified.links(), verified.withoutText(), verified.broken().orElse(null), verified.last());
    }

    @GetMapping("/csv")
    ResponseEntity<StreamingResponseBody> csv(
            Actor actor,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate until) {
        Log.Wanted wanted = Log.Wanted.of(q, by, from, until, settings.zone());
        StreamingResponseBody body = out -> {
            try (Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8)) {
                log.write(actor, wanted, writer);
            }
        };
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"wexa-log.csv\"")
                .body(body);
    }
}

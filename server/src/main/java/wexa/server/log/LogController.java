package wexa.server.log;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.administrators.Actor;

/** The log over HTTP, newest first; {@code before} is the number of the last line seen. */
@RestController
@RequestMapping("/api/v1/log")
class LogController {
    private static final int PAGE = 100;

    private final LogService log;

    LogController(LogService log) {
        this.log = log;
    }

    record LogPage(List<Log.Written> lines, @Nullable Long before) {}

    @GetMapping
    LogPage read(
            Actor actor,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(required = false) @Nullable Long before) {
        List<Log.Written> lines = log.read(actor, q, before == null ? Long.MAX_VALUE : before, PAGE);
        return new LogPage(
                lines, lines.size() < PAGE ? null : lines.get(lines.size() - 1).number());
    }
}

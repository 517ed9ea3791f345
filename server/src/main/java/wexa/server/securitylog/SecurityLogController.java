package wexa.server.securitylog;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;
import wexa.server.wiring.Days;

/** The security log over HTTP, newest first; {@code beforeAt} and {@code beforeId} are those of the last event seen. */
@RestController
@RequestMapping("/api/v1/security-log")
class SecurityLogController {
    private static final int PAGE = 100;
    private static final UUID LAST = new UUID(-1L, -1L);

    private final SecurityLogService log;

    SecurityLogController(SecurityLogService log) {
        this.log = log;
    }

    record EventView(UUID id, Instant at, SecurityLog.Kind kind, String login, String address, String detail) {}

    /** {@code next} is the last event of the page, if there may be more. */
    record EventPage(List<EventView> events, @Nullable EventView next) {}

    @GetMapping
    EventPage read(
            Actor actor,
            @RequestParam(defaultValue = "") String login,
            @RequestParam(required = false) SecurityLog.@Nullable Kind kind,
            @RequestParam(required = false) @Nullable Instant beforeAt,
            @RequestParam(required = false) @Nullable UUID beforeId) {
        List<EventView> events = log
                .page(
                        actor,
                        Days.within(beforeAt == null ? Days.LAST : beforeAt),
                        beforeId == null ? LAST : beforeId,
                        login.strip(),
                        kind == null ? "" : kind.name(),
                        PAGE)
                .stream()
                .map(row -> new EventView(
                        row.id, row.at, SecurityLog.Kind.valueOf(row.kind), row.login, row.address, row.detail))
                .toList();
        return new EventPage(events, events.size() < PAGE ? null : events.get(events.size() - 1));
    }
}

package wexa.server.sessions;

import jakarta.servlet.http.HttpSession;
import java.io.Serializable;
import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import wexa.server.wiring.Ids;

/**
 * Who is signed in where. A session ends after a while without use, at the latest after half a day, and when somebody ends it
 * (ASVS 5, 7.3 and 7.4). Kept in memory: a start of the server signs everybody out.
 */
@Component
class OpenSessions {
    private static final String NAME = "wexa-session";
    private static final int MOST_OF_ONE = 20;

    private final Map<UUID, Open> open = new ConcurrentHashMap<>();
    private final Clock machineClock;
    private final Ids ids;
    private final SignInSettings settings;

    /** One session. Its id is no secret, and not that of its cookie. */
    static final class Open {
        final UUID id;
        final UUID administrator;
        final Instant begunAt;
        final String address;
        final String program;
        private volatile Instant usedAt;

        private Open(UUID id, UUID administrator, Instant begunAt, String address, String program) {
            this.id = id;
            this.administrator = administrator;
            this.begunAt = begunAt;
            this.usedAt = begunAt;
            this.address = address;
            this.program = program;
        }

        Instant usedAt() {
            return usedAt;
        }
    }

    /** What a servlet session holds of it. */
    private record Held(UUID id) implements Serializable {}

    OpenSessions(Clock machineClock, Ids ids, SignInSettings settings) {
        this.machineClock = machineClock;
        this.ids = ids;
        this.settings = settings;
    }

    void begin(HttpSession session, UUID administrator, String address, String program) {
        Open begun = new Open(ids.next(), administrator, machineClock.instant(), address, program);
        List<Open> before = of(administrator);
        before.stream().skip(MOST_OF_ONE - 1L).forEach(old -> open.remove(old.id));
        open.put(begun.id, begun);
        session.setAttribute(NAME, new Held(begun.id));
    }

    Optional<UUID> id(HttpSession session) {
        return session.getAttribute(NAME) instanceof Held held ? Optional.of(held.id()) : Optional.empty();
    }

    /** Whether the session is still open; {@code isUse} tells whether somebody is there, or a page only asks by itself. */
    boolean isOpen(HttpSession session, boolean isUse) {
        Open found = id(session).map(open::get).orElse(null);
        if (found == null) {
            return false;
        }
        Instant now = machineClock.instant();
        if (isOver(found, now)) {
            open.remove(found.id);
            return false;
        }
        if (isUse) {
            found.usedAt = now;
        }
        return true;
    }

    private boolean isOver(Open one, Instant now) {
        return now.isAfter(one.usedAt.plus(settings.idle())) || now.isAfter(one.begunAt.plus(settings.absolute()));
    }

    /** Those of an administrator, the one used last first. */
    List<Open> of(UUID administrator) {
        Instant now = machineClock.instant();
        open.values().removeIf(one -> isOver(one, now));
        return open.values().stream()
                .filter(one -> one.administrator.equals(administrator))
                .sorted(Comparator.comparing(Open::usedAt).reversed())
                .toList();
    }

    /** Ends one of an administrator's own; false if it is none of theirs. */
    boolean end(UUID administrator, UUID id) {
        Open found = open.get(id);
        return found != null && found.administrator.equals(administrator) && open.remove(id) != null;
    }

    /** Ends all of an administrator but one. */
    void endAll(UUID administrator, Optional<UUID> but) {
        open.values().removeIf(one -> one.administrator.equals(administrator) && !but.equals(Optional.of(one.id)));
    }
}

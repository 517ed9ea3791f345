package wexa.server.securitylog;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;

/** Reading what happened at the doors: for those who govern, since it tells from where everybody works. */
@UseCases
public class SecurityLogService {
    private final SecurityLog log;

    SecurityLogService(SecurityLog log) {
        this.log = log;
    }

    @Requires(Act.GOVERN)
    List<SecurityEventRow> page(Actor actor, Instant before, UUID id, String login, String kind, int limit) {
        return log.page(before, id, login, kind, limit);
    }
}

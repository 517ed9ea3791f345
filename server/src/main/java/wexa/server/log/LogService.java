package wexa.server.log;

import java.util.List;
import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.administrators.UseCases;

/** Reading the log. */
@UseCases
public class LogService {
    private final Log log;

    LogService(Log log) {
        this.log = log;
    }

    public List<Log.Written> read(Actor actor, String text, long before, int limit) {
        actor.require(Act.LOOK);
        return log.read(text.strip(), before, limit);
    }
}

package wexa.server.log;

import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Lines of the log about acts that change no fact, such as skipping a step or making an administrator. */
@Component
public class Notes {
    /** The changeset of such lines. */
    private static final long NO_CHANGESET = 0;

    private final SnapshotStore snapshots;
    private final Log log;
    private final BusinessClock clock;

    Notes(SnapshotStore snapshots, Log log, BusinessClock clock) {
        this.snapshots = snapshots;
        this.log = log;
        this.clock = clock;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void write(String by, String sentence) {
        write(by, sentence, Set.of());
    }

    /** Takes the head's lock, which keeps the numbers of the log without gaps. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(String by, String sentence, Set<UUID> about) {
        snapshots.lockHead();
        log.write(NO_CHANGESET, clock.now(), by, List.of(new Log.Line(sentence, about)));
    }
}

package wexa.server.inbound;

import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.administrators.UseCases;
import wexa.server.log.Log;
import wexa.server.problems.Problem;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Making and ending service identities, and what they pushed lately. */
@UseCases
public class ServiceService {
    private final Services services;
    private final PushedStore pushed;
    private final SnapshotStore snapshots;
    private final Log log;
    private final BusinessClock clock;

    ServiceService(Services services, PushedStore pushed, SnapshotStore snapshots, Log log, BusinessClock clock) {
        this.services = services;
        this.pushed = pushed;
        this.snapshots = snapshots;
        this.log = log;
        this.clock = clock;
    }

    public List<Services.Known> all(Actor actor) {
        actor.require(Act.LOOK);
        return services.all();
    }

    public List<PushedStore.Line> lately(Actor actor) {
        actor.require(Act.LOOK);
        return pushed.lately();
    }

    @Transactional
    public Services.Made make(Actor actor, String name, int days) {
        actor.require(Act.GOVERN);
        if (services.named(name).isPresent()) {
            throw Problem.badField(
                    "name", "service.name-taken", "There is or was a program called " + name + ". Use another name.");
        }
        Services.Made made = services.make(name, actor.login(), Duration.ofDays(days));
        note(actor, "let program " + name + " push for " + days + " days");
        return made;
    }

    @Transactional
    public void end(Actor actor, UUID id) {
        actor.require(Act.GOVERN);
        Services.Known known = services.find(id)
                .filter(one -> one.endedAt().isEmpty())
                .orElseThrow(() -> Problem.notFound("program", id));
        services.end(id);
        note(actor, "let program " + known.name() + " push no longer");
    }

    private void note(Actor actor, String sentence) {
        // the head's lock keeps the numbers of the log without gaps
        snapshots.lockHead();
        log.write(Log.NO_CHANGESET, clock.now(), actor.login(), List.of(new Log.Line(sentence, Set.of())));
    }
}

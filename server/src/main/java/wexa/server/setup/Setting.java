package wexa.server.setup;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Model;
import wexa.server.administrators.Actor;
import wexa.server.log.Log;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/**
 * Writes what nothing depends on yet, such as a unit or a tenant, as a changeset of its own: it takes nothing from anybody
 * and gives nothing, so that there is nothing to preview. Made under the head's lock, so that two cannot take one key.
 */
@Component
class Setting {
    private final SnapshotStore snapshots;
    private final Log log;
    private final BusinessClock clock;
    private final Ids ids;

    Setting(SnapshotStore snapshots, Log log, BusinessClock clock, Ids ids) {
        this.snapshots = snapshots;
        this.log = log;
        this.clock = clock;
        this.ids = ids;
    }

    /** New facts and the sentence that tells of them. */
    record Made(String sentence, List<Fact> facts) {}

    /** @param make looks at the newest model and makes the facts, or throws what stands in the way */
    @Transactional(propagation = Propagation.MANDATORY)
    void write(Actor actor, String name, Function<Model, Made> make) {
        snapshots.lockHead();
        Made made = make.apply(snapshots.current().model());
        List<Effect> effects = made.facts().stream().map(Effect::make).toList();
        long version = snapshots.write(new Changeset(
                ids.next(),
                Changeset.Origin.DRAFT,
                name,
                actor.login(),
                clock.now(),
                Optional.empty(),
                Optional.empty(),
                effects,
                List.of(made.sentence())));
        Set<UUID> about = made.facts().stream().map(fact -> fact.id().value()).collect(Collectors.toSet());
        log.write(version, clock.now(), actor.login(), List.of(new Log.Line(made.sentence(), about)));
    }
}

package wexa.server.setting;

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
 * Writes what gives nobody anything and takes nothing, such as a unit or a tenant that is new, as a changeset of its own:
 * there is nothing to preview. Made under the head's lock, so that two cannot take one key.
 */
@Component
public class Setting {
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

    /** Effects and the sentence that tells of them. */
    public record Made(String sentence, List<Effect> effects) {
        public static Made of(String sentence, List<? extends Fact> facts) {
            return new Made(sentence, facts.stream().map(Effect::make).toList());
        }
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void write(Actor actor, String name, Function<Model, Made> make) {
        write(Changeset.Origin.DRAFT, actor.login(), name, make);
    }

    /**
     * @param make looks at the newest model and makes the effects, or throws what stands in the way; no effects write
     *     nothing
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(Changeset.Origin origin, String by, String name, Function<Model, Made> make) {
        snapshots.lockHead();
        Made made = make.apply(snapshots.current().model());
        if (made.effects().isEmpty()) {
            return;
        }
        long version = snapshots.write(new Changeset(
                ids.next(),
                origin,
                name,
                by,
                clock.now(),
                Optional.empty(),
                Optional.empty(),
                made.effects(),
                List.of(made.sentence())));
        Set<UUID> about =
                made.effects().stream().map(effect -> effect.id().value()).collect(Collectors.toSet());
        log.write(version, clock.now(), by, List.of(new Log.Line(made.sentence(), about)));
    }
}

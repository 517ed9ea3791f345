package wexa.server.direct;

import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.change.Change;
import wexa.core.consistency.Reviewed;
import wexa.core.intake.Entry;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.server.log.Log;
import wexa.server.problems.Messages;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.rights.MissingAuthority;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Settings;

/**
 * Carries out one change at once, such as a unit or a tenant that is new. It is previewed under the head's lock, and takes
 * the authority that it would take in a draft. What gives anybody anything, takes it, or changes what a tenant should hold
 * is refused: that is for a draft, which is reviewed.
 */
@Component
public class DirectChanges {
    private static final int MOST_BOUNDARIES = 200;

    private final SnapshotStore snapshots;
    private final Log log;
    private final BusinessClock clock;
    private final Settings settings;
    private final Ids ids;

    DirectChanges(SnapshotStore snapshots, Log log, BusinessClock clock, Settings settings, Ids ids) {
        this.snapshots = snapshots;
        this.log = log;
        this.clock = clock;
        this.settings = settings;
        this.ids = ids;
    }

    /** Previews something on the newest snapshot. */
    private interface Previewing {
        Preview on(Snapshot snapshot);
    }

    /** Carries out an entry as a draft would hold it. Throws what stands in the way, by the entry's fields. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void carryOut(Actor actor, String name, Entry entry) {
        carryOut(
                Optional.of(actor),
                Changeset.Origin.DRAFT,
                actor.login(),
                name,
                snapshot -> Preview.of(snapshot, List.of(entry), clock.now(), settings.zone()));
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void carryOut(Actor actor, String name, Change change) {
        carryOut(Optional.of(actor), Changeset.Origin.DRAFT, actor.login(), name, snapshot -> of(snapshot, change));
    }

    /** What nobody does who signs in, but the settings or somebody outside. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void carryOut(Changeset.Origin origin, String by, String name, Change change) {
        carryOut(Optional.empty(), origin, by, name, snapshot -> of(snapshot, change));
    }

    private Preview of(Snapshot snapshot, Change change) {
        return Preview.of(snapshot, change, clock.now(), settings.zone());
    }

    private void carryOut(
            Optional<Actor> actor, Changeset.Origin origin, String by, String name, Previewing previewing) {
        snapshots.lockHead();
        Preview preview = previewing.on(snapshots.current());
        Preview.Outcome outcome = preview.outcomes().getFirst();
        Messages.require(outcome.findings());
        actor.ifPresent(one -> MissingAuthority.require(one, preview));
        if (preview.effects().isEmpty()) {
            return;
        }
        if (needsReview(preview)) {
            throw new Problem(
                    409,
                    "change.needs-review",
                    "This changes what people can do, or what a tenant holds. Put it in a draft and review it.");
        }
        write(origin, by, name, preview, outcome);
    }

    private static boolean needsReview(Preview preview) {
        return !Reviewed.of(preview).touched().isEmpty()
                || !preview.instants(MOST_BOUNDARIES).stream()
                        .map(preview::impactAt)
                        .allMatch(Impact::isEmpty);
    }

    private void write(Changeset.Origin origin, String by, String name, Preview preview, Preview.Outcome outcome) {
        String sentence = outcome.sentence().orElse("");
        long version = snapshots.write(
                new Changeset(
                        ids.next(),
                        origin,
                        name,
                        by,
                        preview.now(),
                        Optional.empty(),
                        Optional.empty(),
                        preview.effects(),
                        List.of(sentence)),
                preview.model(),
                preview.index());
        log.write(version, preview.now(), by, List.of(Log.Line.of(sentence, preview.effects(), preview)));
    }
}

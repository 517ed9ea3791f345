package wexa.server.people;

import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.likeness.Profile;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;

/**
 * Job changes that another program or a directory brought of late, and after which nobody looked at what the person holds. Costs
 * what was brought in that time, once for each version of the model.
 */
@Component
public class PushedMoves {
    private static final Duration OF_LATE = Duration.ofDays(30);
    private static final int MOST_LOOKED_AT = 100;

    private final SnapshotStore snapshots;
    private final Rows rows;
    private volatile Found kept = new Found(-1, List.of());

    /** Rows of what somebody looked at. */
    interface Rows extends JpaRepository<SettledMoveRow, UUID> {}

    private record Found(long version, List<Pushed> pushed) {}

    /**
     * A job change that was brought.
     *
     * @param former what the person was before the first of them
     * @param changeset the last of them
     */
    public record Pushed(Person person, Engagement engagement, Profile former, Instant at, long changeset) {}

    PushedMoves(SnapshotStore snapshots, Rows rows) {
        this.snapshots = snapshots;
        this.rows = rows;
    }

    /** The oldest first. */
    public List<Pushed> all(Snapshot snapshot, Instant now) {
        Found known = kept;
        if (known.version() != snapshot.version()) {
            known = new Found(snapshot.version(), find(snapshot.model(), now));
            kept = known;
        }
        return known.pushed();
    }

    Optional<Pushed> of(Snapshot snapshot, Id<Engagement> engagement, Instant now) {
        return all(snapshot, now).stream()
                .filter(one -> one.engagement().id().equals(engagement))
                .findFirst();
    }

    /** Somebody looked at it, and nothing else has to change. */
    @Transactional
    void settle(Pushed pushed) {
        rows.save(new SettledMoveRow(pushed.engagement().id().value(), pushed.changeset()));
        kept = new Found(-1, List.of());
    }

    private List<Pushed> find(Model model, Instant now) {
        Map<Id<Engagement>, Pushed> found = new LinkedHashMap<>();
        for (SnapshotStore.Replaced one : snapshots.replacedSince(
                Kind.ENGAGEMENT, Set.of(Changeset.Origin.INBOUND, Changeset.Origin.DIRECTORY), now.minus(OF_LATE))) {
            Engagement before = (Engagement) one.effect().before().orElseThrow();
            Engagement after = (Engagement) one.effect().after().orElseThrow();
            if (!Profile.of(before).equals(Profile.of(after))) {
                Profile former = Optional.ofNullable(found.get(after.id()))
                        .map(Pushed::former)
                        .orElse(Profile.of(before));
                model.people()
                        .find(after.person())
                        .ifPresent(person ->
                                found.put(after.id(), new Pushed(person, after, former, one.at(), one.changeset())));
            }
        }
        List<Pushed> open =
                found.values().stream().filter(one -> isOpen(one, model, now)).toList();
        // each of these is a look at what drafts did since: of the many that a reorganisation brings, all are told
        return open.size() > MOST_LOOKED_AT
                ? open
                : open.stream()
                        .filter(one -> !snapshots.isPlacedAnewSince(one.person().id(), one.changeset()))
                        .toList();
    }

    private boolean isOpen(Pushed one, Model model, Instant now) {
        Optional<Engagement> current =
                model.table(Kind.ENGAGEMENT).find(one.engagement().id());
        return current.filter(engagement -> engagement.window().contains(now))
                        .map(Profile::of)
                        .filter(profile ->
                                profile.equals(Profile.of(one.engagement())) && !profile.equals(one.former()))
                        .isPresent()
                && rows.findById(one.engagement().id().value())
                        .filter(row -> row.version >= one.changeset())
                        .isEmpty();
    }
}

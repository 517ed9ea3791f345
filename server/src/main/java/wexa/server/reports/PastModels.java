package wexa.server.reports;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.model.Effect;
import wexa.core.model.Model;
import wexa.core.model.ScratchModel;
import wexa.core.preview.Snapshot;
import wexa.server.snapshot.Applied;
import wexa.server.snapshot.SnapshotStore;

/**
 * The model as it was known at a past instant: what was applied since is taken back, the newest first, by the effects that are
 * kept in rows. The last few are remembered, since whoever looks at a day asks several reports about it.
 */
@Component
public class PastModels {
    private static final int PAGE = 500;
    private static final int MOST_REMEMBERED = 3;

    private final SnapshotStore snapshots;
    private final Map<Long, Snapshot> remembered = new LinkedHashMap<>(MOST_REMEMBERED, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Snapshot> eldest) {
            return size() > MOST_REMEMBERED;
        }
    };

    PastModels(SnapshotStore snapshots) {
        this.snapshots = snapshots;
    }

    /** When the first changeset was applied; empty while there is none. */
    public Optional<Instant> beginning() {
        // versions are counted from 1 on without gaps
        return snapshots.applied(2, 1).stream().map(Applied::appliedAt).findFirst();
    }

    /**
     * What was applied by the instant, with its index. Costs what was applied since, and compiling the index of it; what was
     * asked for lately costs nothing.
     */
    @Transactional(readOnly = true)
    public Snapshot at(Instant instant) {
        Snapshot current = snapshots.current();
        List<Long> since = new ArrayList<>();
        long before = current.version() + 1;
        for (boolean goesOn = true; goesOn; ) {
            List<Applied> page = snapshots.applied(before, PAGE);
            goesOn = page.size() == PAGE;
            for (Applied one : page) {
                if (!one.appliedAt().isAfter(instant)) {
                    goesOn = false;
                    break;
                }
                since.add(one.version());
                before = one.version();
            }
        }
        return since.isEmpty() ? current : without(since, current);
    }

    private Snapshot without(List<Long> newestFirst, Snapshot current) {
        long version = newestFirst.getLast() - 1;
        synchronized (remembered) {
            Snapshot known = remembered.get(version);
            if (known != null) {
                return known;
            }
        }
        ScratchModel past = new ScratchModel(current.model());
        for (long one : newestFirst) {
            List<Effect> effects = snapshots.effects(one);
            past.apply(effects.reversed().stream().map(Effect::swapped).toList());
        }
        Model model = past.model().folded();
        Snapshot made = Snapshot.compile(version, model);
        synchronized (remembered) {
            remembered.put(version, made);
        }
        return made;
    }
}

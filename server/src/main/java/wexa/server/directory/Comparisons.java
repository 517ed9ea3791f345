package wexa.server.directory;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import wexa.core.directory.Comparison;
import wexa.core.directory.GroupComparison;
import wexa.core.directory.Listed;
import wexa.core.directory.ListedGroup;
import wexa.core.model.Model;
import wexa.core.preview.Snapshot;
import wexa.core.value.Key;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** The last whole readings against the people and groups here, made anew when either is another. */
@Component
class Comparisons {
    private final Directories directories;
    private final SnapshotStore snapshots;
    private final BusinessClock clock;
    private final Map<String, Kept> kept = new ConcurrentHashMap<>();
    private final Map<String, Read> read = new ConcurrentHashMap<>();

    /** A reading, and what it comes to; no groups where none are read. */
    record Compared(Directories.Reading reading, Comparison people, Optional<GroupComparison> groups) {
        /** What was read last was whole. */
        boolean isWhole() {
            return reading.state().equals("DONE");
        }
    }

    /** What was compared, as long as neither the reading nor the model is another. */
    private record Kept(Optional<Instant> reading, long model, Comparison people, Optional<GroupComparison> groups) {}

    /** What a reading listed, as long as there is no newer one. */
    private record Read(Instant doneAt, List<Listed> people, List<ListedGroup> groups) {}

    Comparisons(Directories directories, SnapshotStore snapshots, BusinessClock clock) {
        this.directories = directories;
        this.snapshots = snapshots;
        this.clock = clock;
    }

    Compared of(DirectorySettings.Source source) {
        Directories.Reading reading = directories.reading(source);
        Snapshot snapshot = snapshots.current();
        Kept known = kept.get(source.key());
        if (known == null
                || known.model() != snapshot.version()
                || !known.reading().equals(reading.doneAt())) {
            known = compared(source.key(), reading, snapshot);
            kept.put(source.key(), known);
        }
        return new Compared(reading, known.people(), known.groups());
    }

    /** Everybody whom the last whole reading listed; nobody where there is none. */
    List<Listed> people(DirectorySettings.Source source) {
        return directories
                .reading(source)
                .doneAt()
                .map(doneAt -> listed(source.key(), doneAt).people())
                .orElse(List.of());
    }

    private Kept compared(String directory, Directories.Reading reading, Snapshot snapshot) {
        Key home = Key.of(directory);
        if (reading.doneAt().isEmpty()) {
            // what was never read says nothing of anybody
            Comparison nothing = Comparison.of(Model.empty(), home, List.of());
            return new Kept(reading.doneAt(), snapshot.version(), nothing, Optional.empty());
        }
        Read listed = listed(directory, reading.doneAt().get());
        return new Kept(
                reading.doneAt(),
                snapshot.version(),
                Comparison.of(snapshot.model(), home, listed.people()),
                reading.hasGroups()
                        ? Optional.of(GroupComparison.of(
                                snapshot.model(), home, listed.people(), listed.groups(), clock.now()))
                        : Optional.empty());
    }

    private Read listed(String directory, Instant doneAt) {
        Read known = read.get(directory);
        if (known == null || !known.doneAt().equals(doneAt)) {
            known = new Read(doneAt, directories.listed(directory), directories.listedGroups(directory));
            read.put(directory, known);
        }
        return known;
    }
}

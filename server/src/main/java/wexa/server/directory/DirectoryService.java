package wexa.server.directory;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.directory.Comparison;
import wexa.core.model.Id;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.administrators.UseCases;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Looking people up in the directories. */
@UseCases
public class DirectoryService {
    private static final int MOST_FOUND = 12;
    private static final int LONGEST = 80;

    private static final int MOST_PAIRS = 200;

    private final Directories directories;
    private final DirectoryPairs pairs;
    private final DirectorySettings settings;
    private final SnapshotStore snapshots;
    private final Notes notes;
    private final BusinessClock clock;

    DirectoryService(
            Directories directories,
            DirectoryPairs pairs,
            DirectorySettings settings,
            SnapshotStore snapshots,
            Notes notes,
            BusinessClock clock) {
        this.directories = directories;
        this.pairs = pairs;
        this.settings = settings;
        this.snapshots = snapshots;
        this.notes = notes;
        this.clock = clock;
    }

    /** The directories as they were last read, and the first pairs of each that do not go together. */
    public PairsView pairs(Actor actor) {
        actor.require(Act.LOOK);
        Model model = snapshots.current().model();
        List<PairsView.DirectoryView> views = new ArrayList<>();
        List<PairsView.PairView> found = new ArrayList<>();
        for (DirectorySettings.Source source : settings.sources()) {
            Directories.Reading reading = directories.reading(source);
            Comparison comparison = pairs.comparison(source, reading);
            views.add(new PairsView.DirectoryView(
                    source.key(),
                    source.name(),
                    reading.state(),
                    reading.detail(),
                    reading.doneAt().orElse(null),
                    reading.entries(),
                    comparison.newcomers(),
                    comparison.agreeing()));
            pairs.pairs(source, reading).forEach(pair -> found.add(pairs.view(model, source.key(), pair)));
        }
        return new PairsView(views, List.copyOf(found.subList(0, Math.min(MOST_PAIRS, found.size()))), found.size());
    }

    /** Reads all directories now. */
    public PairsView read(Actor actor) {
        actor.require(Act.LOOK);
        directories.readAll();
        pairs.follow();
        return pairs(actor);
    }

    /** Says that an entry and a person who look alike are two. */
    @Transactional
    public void keepApart(Actor actor, String directory, String userId, UUID person) {
        actor.require(Act.PREPARE);
        if (settings.sources().stream().noneMatch(source -> source.key().equals(directory))) {
            throw Problem.badField("directory", "reference.unresolved", "There is no directory " + directory + ".");
        }
        Person known = snapshots
                .current()
                .model()
                .people()
                .find(Id.of(person))
                .orElseThrow(() -> Problem.notFound("person", person));
        pairs.keepApart(new ApartRow.Name(directory, userId, person), actor.login(), clock.now());
        String text = "keep entry " + userId + " of " + directory + " apart from " + known.handle();
        notes.write(actor.login(), text, Set.of(person));
    }

    /** From the first letter; nothing typed finds the newest entries that are not here yet. */
    public Directories.Search search(Actor actor, String typed) {
        actor.require(Act.LOOK);
        String text = typed.strip();
        if (text.isEmpty()) {
            return new Directories.Search(directories.newcomers(MOST_FOUND), List.of());
        }
        return directories.search(text.substring(0, Math.min(LONGEST, text.length())), MOST_FOUND);
    }
}

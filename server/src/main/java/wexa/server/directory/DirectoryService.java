package wexa.server.directory;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Outcome;
import wexa.connect.ldap.DirectoryContents;
import wexa.connect.ldap.LdapDirectory;
import wexa.core.directory.GroupComparison;
import wexa.core.intake.Entry;
import wexa.core.model.Group;
import wexa.core.model.Id;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.administrators.UseCases;
import wexa.server.drafts.DraftService;
import wexa.server.drafts.DraftView;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.readings.Reader;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Looking people up in the directories. */
@UseCases
public class DirectoryService {
    private static final int MOST_FOUND = 12;
    private static final int LONGEST = 80;

    private static final int MOST_PAIRS = 200;
    private static final int MOST_GROUPS = 50;

    private final Directories directories;
    private final DirectoryPairs pairs;
    private final DirectorySources sources;
    private final Homes homes;
    private final Comparisons comparisons;
    private final Following following;
    private final DraftService drafts;
    private final Ids ids;
    private final SnapshotStore snapshots;
    private final Notes notes;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;

    DirectoryService(
            Directories directories,
            DirectoryPairs pairs,
            DirectorySources sources,
            Homes homes,
            Comparisons comparisons,
            Following following,
            DraftService drafts,
            Ids ids,
            SnapshotStore snapshots,
            Notes notes,
            BusinessClock clock,
            TransactionTemplate transactions) {
        this.directories = directories;
        this.pairs = pairs;
        this.sources = sources;
        this.homes = homes;
        this.comparisons = comparisons;
        this.following = following;
        this.drafts = drafts;
        this.ids = ids;
        this.snapshots = snapshots;
        this.notes = notes;
        this.clock = clock;
        this.transactions = transactions;
    }

    /** The directories as they were last read, and the first pairs of each that do not go together. */
    public PairsView pairs(Actor actor) {
        actor.require(Act.LOOK);
        Model model = snapshots.current().model();
        List<PairsView.DirectoryView> views = new ArrayList<>();
        List<PairsView.PairView> found = new ArrayList<>();
        for (DirectorySettings.Source source : sources.all()) {
            Comparisons.Compared compared = comparisons.of(source);
            Directories.Reading reading = compared.reading();
            List<PairsView.GroupLine> shifting =
                    compared.groups().map(DirectoryService::shifting).orElse(List.of());
            views.add(new PairsView.DirectoryView(
                    source.key(),
                    source.name(),
                    reading.state(),
                    reading.detail(),
                    reading.doneAt().orElse(null),
                    reading.entries(),
                    compared.people().newcomers(),
                    compared.people().agreeing(),
                    compared.groups().map(groups -> groups.shifts().size()).orElse(null),
                    List.copyOf(shifting.subList(0, Math.min(MOST_GROUPS, shifting.size()))),
                    shifting.size()));
            pairs.pairs(source).forEach(pair -> found.add(pairs.view(model, source.key(), pair)));
        }
        return new PairsView(views, List.copyOf(found.subList(0, Math.min(MOST_PAIRS, found.size()))), found.size());
    }

    private static List<PairsView.GroupLine> shifting(GroupComparison compared) {
        List<PairsView.GroupLine> lines = new ArrayList<>();
        compared.vanished()
                .forEach(group -> lines.add(new PairsView.GroupLine(
                        group.name(), group.id().value(), PairsView.Shifting.VANISHED, 0, 0, 0, 0)));
        for (GroupComparison.Shift shift : compared.shifts()) {
            if (!shift.isNone()) {
                lines.add(new PairsView.GroupLine(
                        shift.group().map(Group::name).orElse(shift.listed().name()),
                        shift.group().map(group -> group.id().value()).orElse(null),
                        shift.group().isEmpty() ? PairsView.Shifting.NEW : PairsView.Shifting.OTHERWISE,
                        shift.joining().size(),
                        shift.leaving().size(),
                        shift.notHere(),
                        shift.listed().unread()));
            }
        }
        return lines;
    }

    /** Begins a draft that takes a group away that the last whole reading of its directory listed no longer. */
    public DraftView retire(Actor actor, UUID id) {
        actor.require(Act.PREPARE);
        Group group = sources.all().stream()
                .map(comparisons::of)
                .flatMap(compared -> compared.groups().stream())
                .flatMap(compared -> compared.vanished().stream())
                .filter(vanished -> vanished.id().value().equals(id))
                .findFirst()
                .orElseThrow(
                        () -> new Problem(
                                409,
                                "directory.group-listed",
                                "No directory's group of that id has vanished. It goes when its directory lists it no longer."));
        Entry entry =
                new Entry(new Entry.Id(ids.next()), "group.delist", Map.of("group", id.toString()), Optional.of(group));
        return drafts.begin(actor, "Retire " + group.name(), List.of(entry));
    }

    /** Reads all directories now. */
    public PairsView read(Actor actor) {
        actor.require(Act.LOOK);
        directories.readAll();
        following.follow();
        return pairs(actor);
    }

    /** What a directory holds that is not connected yet. Changes nothing, here or there. */
    public DirectoryContents probe(Actor actor, DirectorySettings.Source source) {
        actor.require(Act.GOVERN);
        return tried(source);
    }

    private static DirectoryContents tried(DirectorySettings.Source source) {
        Outcome<DirectoryContents> outcome = Directories.directory(source).readAll();
        if (outcome instanceof Outcome.Done<DirectoryContents> done) {
            if (done.value().people().isEmpty()) {
                throw Problem.badField(
                        "peopleDn",
                        "directory.empty",
                        "It answers, but there are no people below " + source.peopleDn() + ". Check the name.");
            }
            if (done.value().groups().filter(List::isEmpty).isPresent()) {
                throw Problem.badField(
                        "groupsDn",
                        "directory.no-groups",
                        "It answers, but there are no groups below " + source.groupsDn()
                                + ". Check the name, or leave it empty to read people only.");
            }
            return done.value();
        }
        if (outcome instanceof Outcome.Refused<DirectoryContents> refused) {
            boolean isLogin = LdapDirectory.isWrongLogin(refused);
            throw Problem.badField(
                    isLogin ? "bindPassword" : "peopleDn",
                    "directory.refused",
                    isLogin
                            ? "The directory does not know this name with this password. Check both."
                            : "The directory said: " + refused.detail() + ". Check the names.");
        }
        throw Problem.badField(
                "host",
                "directory.unreachable",
                Reader.words(outcome) + ". Check host, port and encryption, and whether it is up.");
    }

    /** Connects a directory after it answered, and reads it. */
    public void connect(Actor actor, DirectorySettings.Source source) {
        actor.require(Act.GOVERN);
        boolean isTaken = sources.all().stream().anyMatch(one -> one.key().equals(source.key()));
        if (isTaken) {
            throw Problem.badField(
                    "key", "directory.key-taken", "There is a directory " + source.key() + " already. Use another.");
        }
        tried(source);
        transactions.executeWithoutResult(status -> {
            sources.add(source, clock.now());
            homes.add(actor.login(), source);
            notes.write(actor.login(), "connect directory " + source.key() + " \"" + source.name() + "\"");
        });
        directories.readAll();
        following.follow();
    }

    /** Says that an entry and a person who look alike are two. */
    @Transactional
    public void keepApart(Actor actor, String directory, String userId, UUID person) {
        actor.require(Act.PREPARE);
        if (sources.all().stream().noneMatch(source -> source.key().equals(directory))) {
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

package wexa.server.directory;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Words;
import wexa.connect.ldap.DirectoryContents;
import wexa.core.directory.GroupComparison;
import wexa.core.intake.Entry;
import wexa.core.model.Group;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.drafts.DraftService;
import wexa.server.drafts.DraftView;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.securitylog.SecurityLog;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Looking people up in the directories. */
@UseCases
public class DirectoryService {
    private static final int MOST_FOUND = 12;
    private static final int LONGEST = 80;

    private static final int FIRST_PAIRS = 200;
    private static final int MOST_GROUPS = 50;

    private final Directories directories;
    private final DirectoryPairs pairs;
    private final DirectorySources sources;
    private final IdentitySources identitySources;
    private final Comparisons comparisons;
    private final DirectorySync sync;
    private final DraftService drafts;
    private final Ids ids;
    private final SnapshotStore snapshots;
    private final Notes notes;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;
    private final SecurityLog security;

    DirectoryService(
            Directories directories,
            DirectoryPairs pairs,
            DirectorySources sources,
            IdentitySources identitySources,
            Comparisons comparisons,
            DirectorySync sync,
            DraftService drafts,
            Ids ids,
            SnapshotStore snapshots,
            Notes notes,
            BusinessClock clock,
            TransactionTemplate transactions,
            SecurityLog security) {
        this.directories = directories;
        this.pairs = pairs;
        this.sources = sources;
        this.identitySources = identitySources;
        this.comparisons = comparisons;
        this.sync = sync;
        this.drafts = drafts;
        this.ids = ids;
        this.snapshots = snapshots;
        this.notes = notes;
        this.clock = clock;
        this.transactions = transactions;
        this.security = security;
    }

    /** The directories as they were last read, and the first pairs of each that do not go together. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public PairsView pairs(Actor actor, int limit) {
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
                    sources.isConnectedHere(source.key()) ? reached(source) : null,
                    source.disabling()
                            .map(one -> one.writes() ? PairsView.Disabled.BY_WEXA : PairsView.Disabled.BY_HAND)
                            .orElse(PairsView.Disabled.NOT_KNOWN),
                    source.isPaused(),
                    reading.state(),
                    reading.detail(),
                    reading.doneAt().orElse(null),
                    reading.entries(),
                    compared.people().newcomers(),
                    compared.people().agreeing(),
                    compared.groups().map(groups -> groups.shifts().size()).orElse(null),
                    List.copyOf(shifting.subList(0, Math.min(MOST_GROUPS, shifting.size()))),
                    shifting.size()));
            if (source.isPaused()) {
                continue;
            }
            pairs.pairs(source).forEach(pair -> found.add(pairs.view(model, source.key(), pair)));
        }
        return new PairsView(views, List.copyOf(found.subList(0, Math.min(limit, found.size()))), found.size());
    }

    private static PairsView.SourceView reached(DirectorySettings.Source source) {
        return new PairsView.SourceView(
                source.host(),
                source.port(),
                source.encryption(),
                source.bindDn(),
                !source.bindPassword().isEmpty(),
                source.peopleDn(),
                source.groupsDn(),
                source.idAttribute(),
                source.certificates(),
                (int) source.limit().toSeconds(),
                source.disabling().map(DirectorySettings.Disabling::attribute).orElse(""),
                source.disabling().map(DirectorySettings.Disabling::value).orElse(""),
                source.disabling().map(DirectorySettings.Disabling::writeDn).orElse(""),
                source.disabling().filter(one -> !one.writePassword().isEmpty()).isPresent());
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
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    public DraftView retire(Actor actor, UUID id) {
        Group group = sources.active().stream()
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
    @Requires(Act.APPLY)
    public PairsView read(Actor actor) {
        directories.readAll();
        sync.follow();
        return pairs(actor, FIRST_PAIRS);
    }

    /** What a directory holds that is not connected yet. Changes nothing, here or there. */
    @Requires(Act.GOVERN)
    public DirectoryContents probe(Actor actor, DirectorySettings.Source source) {
        security.write(SecurityLog.Kind.CONNECTION_TRIED, actor.login(), "new directory at " + at(source));
        return DirectoryProbe.tried(source);
    }

    /** Connects a directory after it answered, and reads it. */
    @Requires(Act.GOVERN)
    public void connect(Actor actor, DirectorySettings.Source source) {
        boolean isTaken = sources.all().stream().anyMatch(one -> one.key().equals(source.key()));
        if (isTaken) {
            throw Problem.badField(
                    "key", "directory.key-taken", "There is a directory " + source.key() + " already. Use another.");
        }
        security.write(
                SecurityLog.Kind.CONNECTION_TRIED, actor.login(), "directory " + source.key() + " at " + at(source));
        DirectoryProbe.tried(withWriting(source, Optional.empty()));
        transactions.executeWithoutResult(status -> {
            sources.put(source, clock.now());
            identitySources.add(actor, source);
            notes.write(actor.login(), "connect directory " + source.key() + " \"" + source.name() + "\"");
        });
        changed(actor, "connected directory " + source.key() + " at " + at(source));
        directories.readAll();
        sync.follow();
    }

    /**
     * Reaches a directory otherwise after it answered there. Without a password the one that is kept stays, but is sent to no
     * other address than the one it was entered for.
     */
    @Requires(Act.GOVERN)
    public void reconnect(Actor actor, DirectorySettings.Source wanted) {
        DirectorySettings.Source before = here(wanted.key());
        security.write(
                SecurityLog.Kind.CONNECTION_TRIED, actor.login(), "directory " + wanted.key() + " at " + at(wanted));
        boolean isElsewhere = !before.host().equalsIgnoreCase(wanted.host())
                || before.port() != wanted.port()
                || before.encryption() != wanted.encryption()
                || !before.certificates().equals(wanted.certificates());
        if (wanted.bindPassword().isEmpty()
                && isElsewhere
                && !before.bindPassword().isEmpty()) {
            security.write(
                    SecurityLog.Kind.CONNECTION_REFUSED,
                    actor.login(),
                    "the kept password of directory " + wanted.key() + " was not sent to " + at(wanted));
            throw Problem.badField(
                    "bindPassword",
                    "directory.password-needed",
                    "The directory's connection has changed. Enter its password again; the saved password is not"
                            + " sent to another server.");
        }
        DirectorySettings.Source source = withWriting(
                wanted.bindPassword().isEmpty() ? wanted.withPassword(before.bindPassword()) : wanted,
                isElsewhere ? Optional.empty() : before.disabling());
        DirectoryProbe.tried(source);
        transactions.executeWithoutResult(status -> {
            sources.put(source, clock.now());
            notes.write(actor.login(), "set connection of directory " + source.key());
        });
        changed(actor, "directory " + source.key() + " at " + at(source));
        directories.readAll();
        sync.follow();
    }

    /** With the kept password of the same writing login, if it is reached where it was. */
    private static DirectorySettings.Source withWriting(
            DirectorySettings.Source wanted, Optional<DirectorySettings.Disabling> before) {
        Optional<DirectorySettings.Disabling> writing = wanted.disabling()
                .filter(one -> one.writes() && one.writePassword().isEmpty());
        if (writing.isEmpty()) {
            return wanted;
        }
        DirectorySettings.Disabling kept = before.filter(
                        one -> one.writeDn().equals(writing.get().writeDn())
                                && !one.writePassword().isEmpty())
                .orElseThrow(() -> Problem.badField(
                        "writePassword",
                        "directory.password-needed",
                        "Enter the password of " + writing.get().writeDn() + ". A saved password is used for the same"
                                + " name at the same server only."));
        return wanted.with(writing.get().withPassword(kept.writePassword()));
    }

    /** Reads a directory no more until it is resumed; what was read stays. */
    @Requires(Act.GOVERN)
    @Transactional
    public void pause(Actor actor, String key, boolean isPaused) {
        here(key);
        sources.setPaused(key, isPaused);
        notes.write(actor.login(), (isPaused ? "pause" : "resume") + " directory " + key);
    }

    /** Ends the connection. The people stay as they are, and so do its groups. */
    @Requires(Act.GOVERN)
    public void disconnect(Actor actor, String key) {
        DirectorySettings.Source known = here(key);
        transactions.executeWithoutResult(status -> {
            sources.remove(key);
            notes.write(actor.login(), "disconnect directory " + key + " \"" + known.name() + "\"");
        });
        changed(actor, "disconnected directory " + key);
        directories.forget(key);
    }

    private void changed(Actor actor, String what) {
        security.write(SecurityLog.Kind.CONNECTION_CHANGED, actor.login(), what);
    }

    private static String at(DirectorySettings.Source source) {
        return source.host() + ":" + source.port();
    }

    private DirectorySettings.Source here(String key) {
        DirectorySettings.Source known = sources.all().stream()
                .filter(source -> source.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new Problem(404, "directory.unknown", "There is no directory " + key + "."));
        if (!sources.isConnectedHere(key)) {
            throw new Problem(
                    409,
                    "directory.of-settings",
                    "The directory " + key + " is set in the server's own settings. Change it there.");
        }
        return known;
    }

    /** Says that an entry and a person who look alike are two. */
    @Requires(value = Act.PREPARE, over = Over.PERSON, at = 3)
    @Transactional
    public void keepApart(Actor actor, String directory, String entry, UUID person) {
        if (sources.all().stream().noneMatch(source -> source.key().equals(directory))) {
            throw Problem.badField("directory", "reference.unresolved", "There is no directory " + directory + ".");
        }
        Person known = snapshots
                .current()
                .model()
                .people()
                .find(Id.of(person))
                .orElseThrow(() -> Problem.notFound("person", person));
        pairs.keepApart(new ApartRow.Name(directory, entry, person), actor.login(), clock.now());
        String text = "keep entry " + Words.plain(entry) + " of " + directory + " apart from " + known.handle();
        notes.write(actor.login(), text, Set.of(person));
    }

    /** From the first letter; nothing typed finds the newest entries that are not here yet. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public Directories.Search search(Actor actor, String typed) {
        String text = typed.strip();
        if (text.isEmpty()) {
            return new Directories.Search(directories.newcomers(MOST_FOUND), List.of());
        }
        return directories.search(text.substring(0, Math.min(LONGEST, text.length())), MOST_FOUND);
    }
}

package wexa.server.directory;

import java.time.Duration;
import java.time.Instant;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.locks.ReentrantLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Outcome;
import wexa.connect.ldap.DirectoryEntry;
import wexa.connect.ldap.EntryWriter;
import wexa.core.directory.Listed;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.log.Notes;
import wexa.server.readings.Reader;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/**
 * Disables the directory entries of people who left or are stopped, where there is a login that may, and enables again what it
 * disabled when they are back. Only a reading says that an entry is disabled.
 */
@Component
public class DirectoryClosing {
    private static final Logger LOG = LoggerFactory.getLogger(DirectoryClosing.class);
    private static final int LONGEST_ANSWER = 500;
    private static final Duration AFTER_REFUSAL = Duration.ofMinutes(10);

    /** Of whom nobody has to be asked before it is tried once more. */
    private static final Set<ClosingRow.State> OPEN =
            EnumSet.of(ClosingRow.State.WAITING, ClosingRow.State.SENT, ClosingRow.State.NOT_ENABLED);

    /** In whose name it is done where nobody asked for it. */
    private static final String CLOCK = "clock";

    private final DirectorySources sources;
    private final Directories directories;
    private final Comparisons comparisons;
    private final Rows rows;
    private final SnapshotStore snapshots;
    private final Notes notes;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;

    /** One at a time: what is done for one person and what is done for all would ask twice otherwise. */
    private final ReentrantLock one = new ReentrantLock();

    /** Rows of entries that were disabled, or are to be. */
    interface Rows extends JpaRepository<ClosingRow, ClosingRow.Name> {
        List<ClosingRow> findByState(ClosingRow.State state);

        List<ClosingRow> findByNameDirectory(String directory);
    }

    DirectoryClosing(
            DirectorySources sources,
            Directories directories,
            Comparisons comparisons,
            Rows rows,
            SnapshotStore snapshots,
            Notes notes,
            BusinessClock clock,
            TransactionTemplate transactions) {
        this.sources = sources;
        this.directories = directories;
        this.comparisons = comparisons;
        this.rows = rows;
        this.snapshots = snapshots;
        this.notes = notes;
        this.clock = clock;
        this.transactions = transactions;
    }

    /** An entry that is somebody's. */
    private record Entry(
            DirectorySettings.Source source,
            DirectorySettings.Disabling disabling,
            DirectoryEntry entry,
            Person person) {
        ClosingRow.Name name() {
            return new ClosingRow.Name(source.key(), entry.id());
        }

        boolean isDisabled() {
            return disabling.isDisabled(entry.attributes());
        }
    }

    /**
     * Sees to everybody. What breaks for one entry or directory holds up no other; a directory that is silent is let be until the
     * next time. Costs a look at everybody whom the directories list, and at those of whom something is to be done.
     */
    void followAll() {
        for (DirectorySettings.Source source : sources.active()) {
            source.disabling().ifPresent(disabling -> follow(source, disabling));
        }
    }

    private void follow(DirectorySettings.Source source, DirectorySettings.Disabling disabling) {
        Model model = snapshots.current().model();
        Instant now = clock.now();
        Map<String, ClosingRow> known = new HashMap<>();
        rows.findByNameDirectory(source.key()).forEach(row -> known.put(row.name.entryId(), row));
        for (Listed listed : comparisons.people(source)) {
            Optional<Person> person = person(model, source.key(), listed.id());
            if (person.isPresent()) {
                Optional<Instant> out =
                        PersonStatus.outSince(model, person.get().id(), now);
                Optional<ClosingRow> row = Optional.ofNullable(known.get(listed.id()));
                boolean isSettled = row.filter(one -> one.state == ClosingRow.State.CONFIRMED)
                                .isPresent()
                        && out.isPresent()
                        && disabling.isDisabled(listed.attributes());
                boolean isConcerned =
                        row.isPresent() || out.filter(disabling::covers).isPresent();
                if (isConcerned && !isSettled && !follow(person.get(), source, CLOCK, false)) {
                    return;
                }
            }
        }
    }

    /** Sees to one person, as when their sign-in is closed at once. */
    public void follow(Id<Person> id, String by) {
        snapshots
                .current()
                .model()
                .people()
                .find(id)
                .ifPresent(person -> sources.of(person)
                        .filter(source -> !source.isPaused())
                        .ifPresent(source -> follow(person, source, by, false)));
    }

    /** Disables somebody's entry because an administrator asks for it, also where it was refused before. */
    void ask(Person person, DirectorySettings.Source source, String by) {
        follow(person, source, by, true);
    }

    /** False where the directory could not be reached. */
    private boolean follow(Person person, DirectorySettings.Source source, String by, boolean isAsked) {
        one.lock();
        try {
            Optional<Entry> entry = source.disabling()
                    .flatMap(disabling -> person.directoryEntry()
                            .flatMap(id -> directories.entry(source.key(), id))
                            .map(found -> new Entry(source, disabling, found, person)));
            return entry.isEmpty() || follow(entry.get(), by, isAsked);
        } catch (RuntimeException broken) {
            LOG.error("entry of {} in directory {} could not be seen to", person.id(), source.key(), broken);
            return true;
        } finally {
            one.unlock();
        }
    }

    private boolean follow(Entry entry, String by, boolean isAsked) {
        Model model = snapshots.current().model();
        Instant now = clock.now();
        Optional<ClosingRow> row = rows.findById(entry.name());
        Optional<Instant> out = PersonStatus.outSince(model, entry.person().id(), now);
        if (out.isEmpty()) {
            return PersonStatus.of(model, entry.person().id(), now) != PersonStatus.HERE
                    || row.isEmpty()
                    || back(entry, row.get(), by);
        }
        if (entry.isDisabled()) {
            row.filter(known -> known.state != ClosingRow.State.CONFIRMED).ifPresent(known -> confirmed(entry, known));
            return true;
        }
        if (isAsked || isDue(entry, row, out.get())) {
            return disable(entry, row, by);
        }
        row.filter(known -> reappeared(entry, known))
                .ifPresent(known -> keep(entry, known.isOurs, ClosingRow.State.REAPPEARED, known, "", by));
        return true;
    }

    /** What was refused, or enabled again by somebody else, waits for a person. */
    private static boolean isDue(Entry entry, Optional<ClosingRow> row, Instant out) {
        return row.map(known -> entry.disabling().writes() && OPEN.contains(known.state))
                .orElseGet(() -> entry.disabling().covers(out));
    }

    private boolean reappeared(Entry entry, ClosingRow known) {
        return known.state == ClosingRow.State.CONFIRMED
                || (known.state == ClosingRow.State.BY_HAND
                        && directories
                                .reading(entry.source())
                                .doneAt()
                                .filter(at -> at.isAfter(known.at))
                                .isPresent());
    }

    /** Written down before it is sent: a process that ends in between knows what to give back. */
    private boolean disable(Entry entry, Optional<ClosingRow> known, String by) {
        DirectorySettings.Disabling disabling = entry.disabling();
        Optional<String> previous = Optional.ofNullable(
                entry.entry().attributes().get(disabling.attribute().toLowerCase(Locale.ROOT)));
        ClosingRow row = known.orElseGet(
                () -> new ClosingRow(entry.name(), entry.person().id().value()));
        row.previous = previous.orElse(null);
        keep(entry, true, ClosingRow.State.WAITING, row, "it is being disabled", by);
        Outcome<Optional<String>> outcome = write(entry, Optional.of(disabling.value()));
        if (outcome instanceof Outcome.Done) {
            keep(entry, true, ClosingRow.State.SENT, row, "", by);
            directories
                    .readAgain(entry.source(), entry.entry())
                    .filter(found -> disabling.isDisabled(found.attributes()))
                    .ifPresent(found -> confirmed(entry, row));
        } else {
            boolean isRefused = outcome instanceof Outcome.Refused;
            keep(
                    entry,
                    // what somebody else disables after a refusal is theirs; after a lost answer it may be ours
                    !isRefused,
                    isRefused ? ClosingRow.State.REFUSED : ClosingRow.State.WAITING,
                    row,
                    Reader.words(outcome),
                    by);
        }
        return !(outcome instanceof Outcome.TryLater);
    }

    /**
     * Only what Wexa disabled is enabled again, and only as long as it is as Wexa left it. What the directory refuses is tried
     * again after a while.
     */
    private boolean back(Entry entry, ClosingRow row, String by) {
        if (!entry.isDisabled() || !row.isOurs || !entry.disabling().writes()) {
            transactions.executeWithoutResult(status -> rows.deleteById(row.name));
            return true;
        }
        if (row.state == ClosingRow.State.NOT_ENABLED
                && row.at.plus(AFTER_REFUSAL).isAfter(clock.now())) {
            return true;
        }
        Outcome<Optional<String>> outcome = write(entry, Optional.ofNullable(row.previous));
        if (outcome instanceof Outcome.Done) {
            directories.readAgain(entry.source(), entry.entry());
            transactions.executeWithoutResult(status -> {
                rows.deleteById(row.name);
                notes.write(
                        by,
                        "enable entry of " + entry.person().handle() + " in directory "
                                + entry.source().key(),
                        Set.of(entry.person().id().value()));
            });
        } else if (outcome instanceof Outcome.Refused) {
            keep(entry, true, ClosingRow.State.NOT_ENABLED, row, Reader.words(outcome), by);
        }
        return !(outcome instanceof Outcome.TryLater);
    }

    private static Outcome<Optional<String>> write(Entry entry, Optional<String> value) {
        DirectorySettings.Disabling disabling = entry.disabling();
        if (!disabling.writes()) {
            return new Outcome.Refused<>(0, "", "Wexa has no login with write access to this directory");
        }
        if (disabling.writePassword().isEmpty()) {
            return new Outcome.Refused<>(0, "", "its password cannot be decrypted with this key file; enter it again");
        }
        return new EntryWriter(entry.source().reached(disabling.writeDn(), disabling.writePassword()))
                .replace(entry.entry().dn(), entry.entry().id(), disabling.attribute(), value);
    }

    private void confirmed(Entry entry, ClosingRow row) {
        transactions.executeWithoutResult(status -> {
            put(row, row.isOurs, ClosingRow.State.CONFIRMED, "", row.byLogin);
            notes.write(
                    row.byLogin,
                    "disable entry of " + entry.person().handle() + " in directory "
                            + entry.source().key(),
                    Set.of(entry.person().id().value()));
        });
    }

    private void keep(Entry entry, boolean isOurs, ClosingRow.State state, ClosingRow row, String answer, String by) {
        transactions.executeWithoutResult(status -> put(row, isOurs, state, answer, by));
        if (state == ClosingRow.State.REFUSED || state == ClosingRow.State.NOT_ENABLED) {
            LOG.warn(
                    "directory {} did not change entry {}: {}",
                    entry.source().key(),
                    entry.entry().id(),
                    answer);
        }
    }

    private void put(ClosingRow row, boolean isOurs, ClosingRow.State state, String answer, String by) {
        row.isOurs = isOurs;
        row.state = state;
        row.answer = answer.substring(0, Math.min(LONGEST_ANSWER, answer.length()));
        row.at = clock.now();
        row.byLogin = by;
        rows.save(row);
    }

    /** Somebody says that they disabled it. */
    void confirmByHand(Person person, DirectorySettings.Source source, String entryId, String by) {
        ClosingRow.Name name = new ClosingRow.Name(source.key(), entryId);
        ClosingRow row = rows.findById(name)
                .orElseGet(() -> new ClosingRow(name, person.id().value()));
        put(row, false, ClosingRow.State.BY_HAND, "", by);
    }

    static Optional<Person> person(Model model, String directory, String entry) {
        return model.people().by(Person.BY_DIRECTORY_ENTRY, directory + "/" + entry).stream()
                .findFirst();
    }
}

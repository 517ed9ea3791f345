package wexa.server.directory;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;
import wexa.connect.Outcome;
import wexa.connect.ldap.DirectoryContents;
import wexa.connect.ldap.DirectoryEntry;
import wexa.connect.ldap.DirectoryGroup;
import wexa.connect.ldap.LdapDirectory;
import wexa.core.custom.FieldValue;
import wexa.core.directory.Comparison;
import wexa.core.directory.Listed;
import wexa.core.directory.ListedGroup;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Key;
import wexa.server.readings.Reader;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** The directories: searched as one types, and read whole at an interval. */
@Component
public class Directories {
    private static final Logger LOG = LoggerFactory.getLogger(Directories.class);

    private final DirectorySources sources;
    private final Rows rows;
    private final GroupRows groups;
    private final ReadingRows readings;
    private final DirectoryPairs.ApartRows apart;
    private final SnapshotStore snapshots;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final ExecutorService background;

    /** Rows of entries. */
    interface Rows extends JpaRepository<EntryRow, EntryRow.Name> {
        List<EntryRow> findByNameDirectory(String directory);

        @Query(
                "select entry from EntryRow entry where entry.createdAt is not null order by entry.createdAt desc, entry.name.directory, entry.name.entryId")
        List<EntryRow> newest(Limit limit);
    }

    /** Rows of groups. */
    interface GroupRows extends JpaRepository<GroupRow, GroupRow.Name> {
        List<GroupRow> findByNameDirectory(String directory);

        int countByNameDirectory(String directory);
    }

    /** Rows of readings. */
    interface ReadingRows extends JpaRepository<DirectoryReadingRow, String> {}

    Directories(
            DirectorySources sources,
            Rows rows,
            GroupRows groups,
            ReadingRows readings,
            DirectoryPairs.ApartRows apart,
            SnapshotStore snapshots,
            BusinessClock clock,
            TransactionTemplate transactions,
            JsonMapper json,
            ExecutorService background) {
        this.sources = sources;
        this.rows = rows;
        this.groups = groups;
        this.readings = readings;
        this.apart = apart;
        this.snapshots = snapshots;
        this.clock = clock;
        this.transactions = transactions;
        this.json = json;
        this.background = background;
    }

    /** What a search found, and which directories did not answer. */
    public record Search(List<Found> found, List<String> silent) {}

    /** Asks each directory at the same time; one that does not answer is named and holds up nobody's results. */
    Search search(String typed, int limit) {
        List<Found> found = new ArrayList<>();
        List<String> silent = new ArrayList<>();
        Model model = snapshots.current().model();
        List<DirectorySettings.Source> asked = sources.active();
        List<Outcome<List<DirectoryEntry>>> outcomes =
                eachOf(asked, source -> ask(source, directory -> directory.search(typed, limit)));
        for (int at = 0; at < asked.size(); at++) {
            DirectorySettings.Source source = asked.get(at);
            if (outcomes.get(at) instanceof Outcome.Done<List<DirectoryEntry>> done) {
                done.value().stream()
                        .filter(entry -> entry.problem().isEmpty())
                        .forEach(entry -> found.add(found(model, source.key(), entry)));
            } else {
                silent.add(source.name() + ": " + Reader.words(outcomes.get(at)));
            }
        }
        return new Search(List.copyOf(found.subList(0, Math.min(limit, found.size()))), silent);
    }

    private <T> List<T> eachOf(List<DirectorySettings.Source> sources, Function<DirectorySettings.Source, T> work) {
        List<Future<T>> begun = sources.stream()
                .map(source -> background.submit(() -> work.apply(source)))
                .toList();
        List<T> results = new ArrayList<>();
        try {
            for (Future<T> one : begun) {
                results.add(one.get());
            }
            return results;
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("stopped while directories were asked", stopped);
        } catch (ExecutionException broken) {
            throw new IllegalStateException("asking a directory broke", broken.getCause());
        }
    }

    /** What lacks, or breaks here, is an outcome as well. */
    private <T> Outcome<T> ask(DirectorySettings.Source source, Function<LdapDirectory, Outcome<T>> question) {
        if (!source.lack().isEmpty()) {
            return new Outcome.Refused<>(0, LdapDirectory.Blame.LOGIN.name(), source.lack());
        }
        try {
            return question.apply(directory(source, asked(source)));
        } catch (RuntimeException broken) {
            LOG.error("directory {} broke something here", source.key(), broken);
            return new Outcome.Refused<>(0, "", "it broke here, not in the directory; the server's log says how");
        }
    }

    /** Attributes from which the organisation's own fields of people come, and the one that says who is disabled. */
    private Set<String> asked(DirectorySettings.Source source) {
        return Stream.concat(
                        snapshots.current().model().table(Kind.PERSON_FIELD).stream()
                                .flatMap(field -> field.attribute().stream()),
                        source.disabling().map(DirectorySettings.Disabling::attribute).stream())
                .collect(Collectors.toSet());
    }

    static LdapDirectory directory(DirectorySettings.Source source) {
        return directory(source, Set.of());
    }

    private static LdapDirectory directory(DirectorySettings.Source source, Set<String> attributes) {
        return new LdapDirectory(source.reached(source.bindDn(), source.bindPassword()), attributes);
    }

    private Found found(Model model, String directory, DirectoryEntry entry) {
        Optional<UUID> person = model.people().by(Person.BY_DIRECTORY_ENTRY, directory + "/" + entry.id()).stream()
                .map(one -> one.id().value())
                .findFirst();
        return new Found(
                directory,
                entry.id(),
                entry.userId(),
                entry.givenName(),
                entry.familyName(),
                entry.mail().orElse(null),
                entry.phone().orElse(null),
                entry.employeeNumber().orElse(null),
                entry.employeeType().orElse(null),
                entry.title().orElse(null),
                entry.unit().orElse(null),
                entry.created().orElse(null),
                FieldValue.text(Comparison.values(listed(entry), model)),
                person.orElse(null),
                person.isPresent()
                        ? null
                        : Comparison.alike(model, Key.of(directory), listed(entry)).stream()
                                .filter(pair -> !isKeptApart(directory, entry, pair.person()))
                                .findFirst()
                                .map(pair -> pair.person().name())
                                .orElse(null));
    }

    /**
     * Reads all directories that are not paused, at the same time. An empty or broken reading removes nobody (rule 17), and one
     * directory's failure keeps no other from being read.
     */
    public void readAll() {
        eachOf(sources.active(), source -> {
            try {
                read(source);
            } catch (RuntimeException broken) {
                LOG.error("what directory {} said could not be kept", source.key(), broken);
                transactions.executeWithoutResult(status ->
                        note(source.key(), "FAILED", "what it said could not be kept; the server's log says how"));
            }
            return source;
        });
    }

    private void read(DirectorySettings.Source source) {
        Outcome<DirectoryContents> outcome = ask(source, LdapDirectory::readAll);
        String lacking = outcome instanceof Outcome.Done<DirectoryContents> done
                ? lacking(source.key(), done.value())
                : Reader.words(outcome);
        if (lacking.isEmpty() && outcome instanceof Outcome.Done<DirectoryContents> done) {
            transactions.executeWithoutResult(status -> keep(source.key(), done.value()));
        } else {
            LOG.info("reading of directory {} failed: {}", source.key(), lacking);
            transactions.executeWithoutResult(status -> note(source.key(), "FAILED", lacking));
        }
    }

    /** An entry as it was last read. */
    Optional<DirectoryEntry> entry(String directory, String id) {
        return rows.findById(new EntryRow.Name(directory, id))
                .map(row -> json.readValue(row.body, DirectoryEntry.class));
    }

    /** Reads one entry again and keeps what it says; nothing is kept of an entry that bears its name by now and is another. */
    Optional<DirectoryEntry> readAgain(DirectorySettings.Source source, DirectoryEntry known) {
        Outcome<Optional<DirectoryEntry>> outcome = ask(source, directory -> directory.read(known.dn()));
        if (!(outcome instanceof Outcome.Done<Optional<DirectoryEntry>> done)) {
            return Optional.empty();
        }
        Optional<DirectoryEntry> now = done.value().filter(entry -> entry.id().equals(known.id()));
        now.ifPresent(entry ->
                transactions.executeWithoutResult(status -> rows.findById(new EntryRow.Name(source.key(), entry.id()))
                        .ifPresent(row -> row.body = json.writeValueAsString(entry))));
        return now;
    }

    /** Forgets what was read of a directory that is read no more. */
    void forget(String directory) {
        transactions.executeWithoutResult(status -> {
            rows.deleteAll(rows.findByNameDirectory(directory));
            groups.deleteAll(groups.findByNameDirectory(directory));
            readings.findById(directory).ifPresent(readings::delete);
        });
    }

    /** What makes a reading no whole one, in words; empty if nothing does. */
    private String lacking(String directory, DirectoryContents read) {
        if (read.people().isEmpty()) {
            return "the reading was empty";
        }
        boolean lostGroups = read.groups().filter(List::isEmpty).isPresent()
                && readings.findById(directory).filter(row -> row.hasGroups).isPresent()
                && groups.countByNameDirectory(directory) > 0;
        return lostGroups ? "the reading had no groups, and the one before had some" : "";
    }

    private void keep(String directory, DirectoryContents read) {
        keepPeople(directory, read.people());
        keepGroups(directory, read.groups().orElse(List.of()));
        DirectoryReadingRow row = note(directory, "DONE", Reader.remarks(read.remarks()));
        row.doneAt = clock.now();
        row.entries = read.people().size();
        row.hasGroups = read.groups().isPresent();
    }

    private void keepPeople(String directory, List<DirectoryEntry> entries) {
        Map<String, EntryRow> known = new HashMap<>();
        rows.findByNameDirectory(directory).forEach(row -> known.put(row.name.entryId(), row));
        for (DirectoryEntry entry : entries) {
            EntryRow row = known.remove(entry.id());
            String body = json.writeValueAsString(entry);
            if (row == null) {
                Instant created = entry.created().orElse(null);
                rows.save(new EntryRow(new EntryRow.Name(directory, entry.id()), body, created));
            } else if (!row.body.equals(body)) {
                row.body = body;
            }
        }
        rows.deleteAll(known.values());
    }

    /** Members stand in the group's row: a group is read and compared as a whole. */
    private void keepGroups(String directory, List<DirectoryGroup> read) {
        Map<String, GroupRow> known = new HashMap<>();
        groups.findByNameDirectory(directory).forEach(row -> known.put(row.name.entryId(), row));
        for (DirectoryGroup group : read) {
            GroupRow row = known.remove(group.id());
            String body = json.writeValueAsString(group);
            if (row == null) {
                groups.save(new GroupRow(new GroupRow.Name(directory, group.id()), body));
            } else if (!row.body.equals(body)) {
                row.body = body;
            }
        }
        groups.deleteAll(known.values());
    }

    private DirectoryReadingRow note(String directory, String state, String detail) {
        DirectoryReadingRow row = readings.findById(directory).orElseGet(DirectoryReadingRow::new);
        row.directory = directory;
        row.state = state;
        row.detail = detail.substring(0, Math.min(2_000, detail.length()));
        row.triedAt = clock.now();
        return readings.save(row);
    }

    private boolean isKeptApart(String directory, DirectoryEntry entry, Person person) {
        UUID id = person.id().value();
        return apart.existsById(new ApartRow.Name(directory, entry.id(), id))
                || apart.existsById(new ApartRow.Name(directory, entry.userId(), id));
    }

    /** How the last reading of a directory stands; {@code doneAt} is that of the last whole one. */
    public record Reading(
            String state,
            String detail,
            Optional<Instant> doneAt,
            int entries,
            boolean hasGroups,
            Optional<String> offered) {}

    Reading reading(DirectorySettings.Source source) {
        return readings.findById(source.key())
                .map(row -> new Reading(
                        row.state,
                        row.detail,
                        Optional.ofNullable(row.doneAt),
                        row.entries,
                        row.hasGroups,
                        Optional.ofNullable(row.offered)))
                .orElseGet(() -> new Reading("NONE", "", Optional.empty(), 0, false, Optional.empty()));
    }

    void offered(String directory, String print) {
        transactions.executeWithoutResult(status -> readings.findById(directory).ifPresent(row -> row.offered = print));
    }

    /** Everybody whom the last whole reading listed. */
    List<Listed> listed(String directory) {
        return rows.findByNameDirectory(directory).stream()
                .map(row -> listed(json.readValue(row.body, DirectoryEntry.class)))
                .toList();
    }

    /** Every group that the last whole reading listed. */
    List<ListedGroup> listedGroups(String directory) {
        return groups.findByNameDirectory(directory).stream()
                .map(row -> json.readValue(row.body, DirectoryGroup.class))
                .map(group -> new ListedGroup(
                        group.id(), group.name(), group.description(), Set.copyOf(group.members()), group.unread()))
                .toList();
    }

    private static Listed listed(DirectoryEntry entry) {
        return new Listed(
                entry.id(),
                entry.userId(),
                entry.givenName(),
                entry.familyName(),
                entry.mail(),
                entry.phone(),
                entry.employeeNumber(),
                entry.problem().isEmpty(),
                entry.attributes());
    }

    /** The newest entries that no person here is linked to. */
    public List<Found> newcomers(int limit) {
        Model model = snapshots.current().model();
        return rows.newest(Limit.of(limit * 5)).stream()
                .map(row -> Map.entry(row.name.directory(), json.readValue(row.body, DirectoryEntry.class)))
                .filter(one -> one.getValue().problem().isEmpty())
                .map(one -> found(model, one.getKey(), one.getValue()))
                .filter(entry -> entry.person() == null)
                .limit(limit)
                .toList();
    }
}

package wexa.server.directory;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import wexa.connect.ldap.DirectoryEntry;
import wexa.core.directory.Listed;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;

/** Whether people who are out are still enabled in a directory, as it was read. */
@Component
public class DirectoryStandings {
    private static final Duration KEPT_FOR = Duration.ofMinutes(1);

    private final DirectorySources sources;
    private final Directories directories;
    private final Comparisons comparisons;
    private final DirectoryClosing.Rows rows;
    private final Map<String, Out> kept = new ConcurrentHashMap<>();

    /** People who are out and enabled by a reading, by their entries. */
    private record Out(long version, Instant read, Instant at, Map<String, Id<Person>> people) {}

    DirectoryStandings(
            DirectorySources sources, Directories directories, Comparisons comparisons, DirectoryClosing.Rows rows) {
        this.sources = sources;
        this.directories = directories;
        this.comparisons = comparisons;
        this.rows = rows;
    }

    /**
     * Everybody who is out and whose entry is enabled, as it was last read, with the directory's name. Costs a look at everybody
     * whom the directories list, once a minute or where model or reading are others.
     */
    public Map<Id<Person>, String> stillEnabled(Snapshot snapshot, Instant now) {
        Map<Id<Person>, String> found = new HashMap<>();
        for (DirectorySettings.Source source : sources.active()) {
            if (source.disabling().isPresent()) {
                Instant read = directories.reading(source).doneAt().orElse(Instant.MIN);
                Set<String> since = closedSince(source, read);
                out(snapshot, source, read, now).forEach((entry, person) -> {
                    if (!since.contains(entry)) {
                        found.put(person, source.name());
                    }
                });
            }
        }
        return found;
    }

    private Map<String, Id<Person>> out(Snapshot snapshot, DirectorySettings.Source source, Instant read, Instant now) {
        Out known = kept.get(source.key());
        if (known == null
                || known.version() != snapshot.version()
                || !known.read().equals(read)
                || now.isBefore(known.at())
                || known.at().plus(KEPT_FOR).isBefore(now)) {
            known = new Out(snapshot.version(), read, now, out(snapshot.model(), source, now));
            kept.put(source.key(), known);
        }
        return known.people();
    }

    private Map<String, Id<Person>> out(Model model, DirectorySettings.Source source, Instant now) {
        Map<String, Id<Person>> found = new HashMap<>();
        DirectorySettings.Disabling disabling = source.disabling().orElseThrow();
        for (Listed listed : comparisons.people(source)) {
            if (!disabling.isDisabled(listed.attributes())) {
                DirectoryClosing.person(model, source.key(), listed.id())
                        .filter(person ->
                                PersonStatus.outSince(model, person.id(), now).isPresent())
                        .ifPresent(person -> found.put(listed.id(), person.id()));
            }
        }
        return found;
    }

    /** Somebody who is back, and whose entry a directory refused to enable. */
    public record NotEnabled(Id<Person> person, String directory, String answer, Instant at) {}

    public List<NotEnabled> notEnabled() {
        List<NotEnabled> refused = new ArrayList<>();
        Map<String, String> names = new HashMap<>();
        sources.all().forEach(source -> names.put(source.key(), source.name()));
        for (ClosingRow row : rows.findByState(ClosingRow.State.NOT_ENABLED)) {
            String directory = names.get(row.name.directory());
            if (directory != null) {
                refused.add(new NotEnabled(Id.of(row.person), directory, row.answer, row.at));
            }
        }
        return refused;
    }

    /** Entries that were shown to be disabled, or confirmed by hand, after the last whole reading. */
    private Set<String> closedSince(DirectorySettings.Source source, Instant read) {
        Set<String> closed = new HashSet<>();
        for (ClosingRow row : rows.findByNameDirectory(source.key())) {
            boolean isClosed = row.state == ClosingRow.State.CONFIRMED || row.state == ClosingRow.State.BY_HAND;
            if (isClosed && !row.at.isBefore(read)) {
                closed.add(row.name.entryId());
            }
        }
        return closed;
    }

    /**
     * What a directory calls somebody.
     *
     * @param readAt when it was last read whole
     */
    public record Named(
            String directory, String given, String family, Optional<String> mail, Optional<Instant> readAt) {}

    /** Nothing for somebody whom no directory lists. */
    public Optional<Named> named(Person person) {
        return sources.of(person)
                .flatMap(source -> directories
                        .entry(source.key(), person.directoryEntry().orElseThrow())
                        .filter(entry -> entry.problem().isEmpty())
                        .map(entry -> new Named(
                                source.name(),
                                entry.givenName(),
                                entry.familyName(),
                                entry.mail(),
                                directories.reading(source).doneAt())));
    }

    /** How somebody's entry stands. */
    public enum Standing {
        /** A reading shows that it is disabled. */
        DISABLED,
        BY_HAND,
        /** The directory said yes, or is to be asked again; nothing was read since. */
        WAITING,
        ENABLED,
        /** The directory does not list the entry any more. */
        GONE,
        /** Nothing says how this directory shows that an entry is disabled. */
        CANNOT_BE_CHECKED
    }

    /**
     * How somebody's entry stands.
     *
     * @param mayAsk whether Wexa can disable it
     * @param readAt when it was last read; for what was done by hand, when that was said
     */
    public record Shown(String directory, Standing standing, String text, boolean mayAsk, Optional<Instant> readAt) {}

    /**
     * Nothing for somebody without an entry.
     *
     * @param out since when the person is out, if they are
     */
    public Optional<Shown> shown(Person person, Optional<Instant> out) {
        return sources.of(person)
                .map(source -> shown(source, person.directoryEntry().orElseThrow(), out));
    }

    private Shown shown(DirectorySettings.Source source, String id, Optional<Instant> out) {
        Optional<Instant> read = directories.reading(source).doneAt();
        Optional<ClosingRow> row = rows.findById(new ClosingRow.Name(source.key(), id));
        Optional<DirectoryEntry> entry = directories.entry(source.key(), id);
        boolean mayAsk =
                source.disabling().filter(DirectorySettings.Disabling::writes).isPresent() && !source.isPaused();
        if (read.isPresent() && entry.isEmpty()) {
            return new Shown(source.name(), Standing.GONE, "the directory lists no entry of theirs", false, read);
        }
        boolean isDisabled = entry.isPresent()
                && source.disabling()
                        .filter(one -> one.isDisabled(entry.get().attributes()))
                        .isPresent();
        if (isDisabled) {
            String refused = row.filter(one -> one.state == ClosingRow.State.NOT_ENABLED)
                    .map(one -> ", and the directory refused to enable it: " + one.answer)
                    .orElse("");
            return new Shown(
                    source.name(), Standing.DISABLED, "the entry is disabled" + refused, false, later(read, row));
        }
        boolean isShownEnabled = source.disabling().isPresent() && entry.isPresent();
        if (row.filter(one -> one.state == ClosingRow.State.BY_HAND)
                .filter(one ->
                        !isShownEnabled || read.filter(at -> at.isAfter(one.at)).isEmpty())
                .isPresent()) {
            return new Shown(
                    source.name(),
                    Standing.BY_HAND,
                    "disabled by hand, as " + row.get().byLogin + " confirmed; no reading has shown it since",
                    mayAsk,
                    Optional.of(row.get().at));
        }
        if (source.disabling().isEmpty()) {
            return new Shown(
                    source.name(),
                    Standing.CANNOT_BE_CHECKED,
                    "it is not set how this directory marks an entry as disabled",
                    false,
                    read);
        }
        return row.map(one -> waiting(source, one, mayAsk, read)).orElseGet(() -> {
            if (read.isEmpty()) {
                return new Shown(
                        source.name(), Standing.CANNOT_BE_CHECKED, "the directory was never read", mayAsk, read);
            }
            boolean isDue = mayAsk
                    && out.filter(source.disabling().orElseThrow()::covers).isPresent();
            return isDue
                    ? new Shown(source.name(), Standing.WAITING, "Wexa will disable it within 30 seconds", mayAsk, read)
                    : new Shown(source.name(), Standing.ENABLED, "the entry is enabled", mayAsk, read);
        });
    }

    private static Shown waiting(
            DirectorySettings.Source source, ClosingRow row, boolean mayAsk, Optional<Instant> read) {
        return switch (row.state) {
            case WAITING -> new Shown(source.name(), Standing.WAITING, row.answer, mayAsk, read);
            case SENT ->
                new Shown(
                        source.name(),
                        Standing.WAITING,
                        "the directory accepted it, and no reading shows it yet",
                        mayAsk,
                        read);
            case REFUSED ->
                new Shown(
                        source.name(),
                        Standing.ENABLED,
                        "the entry is enabled; the directory refused to disable it: " + row.answer,
                        mayAsk,
                        read);
            case CONFIRMED, BY_HAND, REAPPEARED, NOT_ENABLED ->
                new Shown(source.name(), Standing.ENABLED, "the entry was disabled and is enabled again", mayAsk, read);
        };
    }

    private static Optional<Instant> later(Optional<Instant> read, Optional<ClosingRow> row) {
        return row.filter(one -> one.state == ClosingRow.State.CONFIRMED)
                .map(one -> one.at)
                .filter(at -> read.filter(at::isBefore).isEmpty())
                .or(() -> read);
    }
}

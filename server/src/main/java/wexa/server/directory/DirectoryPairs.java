package wexa.server.directory;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import wexa.core.directory.Comparison;
import wexa.core.directory.Listed;
import wexa.core.directory.Pair;
import wexa.core.intake.Entry;
import wexa.core.model.Engagement;
import wexa.core.model.Key;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.standing.HeldChanges;
import wexa.server.standing.Standing;
import wexa.server.wiring.Ids;

/** The last readings of the directories against the people here, and what follows from them under the standing policy. */
@Component
public class DirectoryPairs {
    private final DirectorySources sources;
    private final Directories directories;
    private final ApartRows apart;
    private final SnapshotStore snapshots;
    private final Standing standing;
    private final HeldChanges held;
    private final Ids ids;
    private final Map<String, Compared> kept = new ConcurrentHashMap<>();
    private final Map<String, Read> read = new ConcurrentHashMap<>();

    /** Rows of what was said to be two. */
    interface ApartRows extends JpaRepository<ApartRow, ApartRow.Name> {
        List<ApartRow> findByNameDirectory(String directory);
    }

    /** A comparison, as long as neither the reading nor the model is another. */
    private record Compared(Optional<Instant> reading, long model, Comparison comparison) {}

    /** What a reading listed, as long as there is no newer one. */
    private record Read(Instant doneAt, List<Listed> listed) {}

    DirectoryPairs(
            DirectorySources sources,
            Directories directories,
            ApartRows apart,
            SnapshotStore snapshots,
            Standing standing,
            HeldChanges held,
            Ids ids) {
        this.sources = sources;
        this.directories = directories;
        this.apart = apart;
        this.snapshots = snapshots;
        this.standing = standing;
        this.held = held;
        this.ids = ids;
    }

    Comparison comparison(DirectorySettings.Source source, Directories.Reading reading) {
        Snapshot snapshot = snapshots.current();
        Compared known = kept.get(source.key());
        if (known == null
                || known.model() != snapshot.version()
                || !known.reading().equals(reading.doneAt())) {
            Key home = Key.of(source.key());
            // what was never read says nothing of anybody
            Comparison made = reading.doneAt()
                    .map(doneAt -> Comparison.of(snapshot.model(), home, listed(source.key(), doneAt)))
                    .orElseGet(() -> Comparison.of(Model.empty(), home, List.of()));
            known = new Compared(reading.doneAt(), snapshot.version(), made);
            kept.put(source.key(), known);
        }
        return known.comparison();
    }

    private List<Listed> listed(String directory, Instant doneAt) {
        Read known = read.get(directory);
        if (known == null || !known.doneAt().equals(doneAt)) {
            known = new Read(doneAt, directories.listed(directory));
            read.put(directory, known);
        }
        return known.listed();
    }

    /** Without those that somebody said are two. */
    List<Pair> pairs(DirectorySettings.Source source, Directories.Reading reading) {
        Set<ApartRow.Name> two = apart.findByNameDirectory(source.key()).stream()
                .map(row -> row.name)
                .collect(Collectors.toSet());
        return comparison(source, reading).pairs().stream()
                .filter(pair -> pair.kind() != Pair.Case.COLLIDES
                        || !two.contains(new ApartRow.Name(
                                source.key(),
                                pair.listed().map(Listed::userId).orElse(""),
                                pair.person().id().value())))
                .toList();
    }

    /** A directory with pairs that nobody but a person can settle. */
    public record ToSettle(String name, int colliding, int vanished) {}

    public List<ToSettle> toSettle() {
        return sources.all().stream()
                .map(source -> {
                    List<Pair> found = pairs(source, directories.reading(source));
                    return new ToSettle(
                            source.name(), count(found, Pair.Case.COLLIDES), count(found, Pair.Case.VANISHED));
                })
                .filter(one -> one.colliding() + one.vanished() > 0)
                .toList();
    }

    private static int count(List<Pair> pairs, Pair.Case kind) {
        return (int) pairs.stream().filter(pair -> pair.kind() == kind).count();
    }

    void keepApart(ApartRow.Name name, String by, Instant at) {
        apart.save(new ApartRow(name, by, at));
    }

    PairsView.PairView view(Model model, String directory, Pair pair) {
        Person person = pair.person();
        String numbers = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .flatMap(engagement -> engagement.staffNumber().stream())
                .distinct()
                .sorted()
                .collect(Collectors.joining(", "));
        return new PairsView.PairView(
                directory,
                pair.kind(),
                new PairsView.PersonSide(
                        person.id().value(),
                        person.handle().text(),
                        person.givenName(),
                        person.familyName(),
                        person.mail().map(Object::toString).orElse(null),
                        person.phone().map(Object::toString).orElse(null),
                        numbers,
                        person.directoryEntry().orElse(null)),
                pair.listed()
                        .map(listed -> new PairsView.EntrySide(
                                listed.userId(),
                                listed.given(),
                                listed.family(),
                                listed.mail().orElse(null),
                                listed.phone().orElse(null),
                                listed.number().orElse(null)))
                        .orElse(null),
                pair.same(),
                pair.differing());
    }

    /**
     * Offers what the directories say otherwise of people who are linked, and entries that were renamed. Only what is
     * another than at the last offer is offered: what somebody discarded does not come again by itself.
     */
    void follow() {
        for (DirectorySettings.Source source : sources.all()) {
            Directories.Reading reading = directories.reading(source);
            List<Pair> following = comparison(source, reading).pairs().stream()
                    .filter(pair -> pair.kind() == Pair.Case.DIFFERS || pair.kind() == Pair.Case.RENAMED)
                    .toList();
            String print = print(following);
            boolean isWhole = reading.state().equals("DONE");
            if (isWhole && !print.equals(reading.offered().orElse(print(List.of())))) {
                offer(source, following);
                directories.offered(source.key(), print);
            }
        }
    }

    private void offer(DirectorySettings.Source source, List<Pair> following) {
        List<Entry> entries = following.stream()
                .map(pair ->
                        new Entry(new Entry.Id(ids.next()), "person.edit", fields(pair), Optional.of(pair.person())))
                .toList();
        UUID id = UUID.nameUUIDFromBytes(("directory " + source.key()).getBytes(StandardCharsets.UTF_8));
        Actor by = new Actor(id, source.key() + "-directory", source.name(), Set.of(Act.LOOK, Act.PREPARE, Act.APPLY));
        standing.offer(new Standing.Offer(
                Changeset.Origin.DIRECTORY,
                by,
                "What the " + source.name() + " says",
                entries,
                true,
                false,
                held.from(Changeset.Origin.DIRECTORY, source.name())));
    }

    private static Map<String, String> fields(Pair pair) {
        Map<String, String> fields = new TreeMap<>();
        fields.put("person", pair.person().id().toString());
        pair.listed().ifPresent(listed -> {
            Map<String, String> says = new HashMap<>();
            says.put("given", listed.given());
            says.put("family", listed.family());
            listed.mail().ifPresent(mail -> says.put("mail", mail));
            listed.phone().ifPresent(phone -> says.put("phone", phone));
            pair.differing().forEach(field -> fields.put(field, says.getOrDefault(field, "")));
            if (pair.kind() == Pair.Case.RENAMED) {
                fields.put("entry", listed.userId());
            }
        });
        return fields;
    }

    private static String print(List<Pair> pairs) {
        Set<String> lines = new HashSet<>();
        pairs.forEach(pair -> lines.add(fields(pair).toString()));
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256")
                    .digest(lines.stream()
                            .sorted()
                            .collect(Collectors.joining("\n"))
                            .getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest);
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException("every Java has SHA-256", impossible);
        }
    }
}

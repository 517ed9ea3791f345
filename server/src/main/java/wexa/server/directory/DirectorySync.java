package wexa.server.directory;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.locks.Lock;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import wexa.core.custom.FieldValue;
import wexa.core.directory.GroupComparison;
import wexa.core.directory.Pair;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.server.automatic.AutomaticChanges;
import wexa.server.automatic.HeldChanges;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.Ids;

/** What follows from the last readings of the directories under the policy for automatic changes. */
@Component
class DirectorySync {
    private static final Logger LOG = LoggerFactory.getLogger(DirectorySync.class);
    private static final int MOST_ENTRIES = 20_000;

    private final DirectorySources sources;
    private final Directories directories;
    private final Comparisons comparisons;
    private final SnapshotStore snapshots;
    private final AutomaticChanges standing;
    private final HeldChanges held;
    private final Ids ids;

    /** Two readings that end together would both find nothing held, and hold it twice. */
    private final Lock oneAtATime = new ReentrantLock();

    DirectorySync(
            DirectorySources sources,
            Directories directories,
            Comparisons comparisons,
            SnapshotStore snapshots,
            AutomaticChanges standing,
            HeldChanges held,
            Ids ids) {
        this.sources = sources;
        this.directories = directories;
        this.comparisons = comparisons;
        this.snapshots = snapshots;
        this.standing = standing;
        this.held = held;
        this.ids = ids;
    }

    /**
     * Offers what the directories say otherwise of people who are linked, entries that were renamed, and who is in the
     * directories' groups. Only what is another than at the last offer is offered: what somebody discarded does not come again by itself.
     */
    void follow() {
        for (DirectorySettings.Source source : sources.active()) {
            oneAtATime.lock();
            try {
                follow(source);
            } catch (RuntimeException broken) {
                // what one directory says is no reason not to follow the others
                LOG.error("what directory {} says could not be followed", source.key(), broken);
            } finally {
                oneAtATime.unlock();
            }
        }
    }

    private void follow(DirectorySettings.Source source) {
        Comparisons.Compared compared = comparisons.of(source);
        List<Pair> differing = compared.people().pairs().stream()
                .filter(pair -> pair.kind() == Pair.Case.DIFFERS || pair.kind() == Pair.Case.RENAMED)
                .toList();
        String print = print(lines(differing, compared.groups()));
        String before = compared.reading().offered().orElse(print(Set.of()));
        if (compared.isWhole() && !print.equals(before)) {
            List<Entry> entries = entries(differing, compared.groups());
            // what is beyond is another than what was offered once this is applied, and follows then
            offer(source, List.copyOf(entries.subList(0, Math.min(MOST_ENTRIES, entries.size()))));
            directories.offered(source.key(), print);
        }
    }

    private List<Entry> entries(List<Pair> differing, Optional<GroupComparison> groups) {
        List<Entry> entries = new ArrayList<>();
        differing.forEach(pair -> entries.add(
                new Entry(new Entry.Id(ids.next()), "person.edit", fields(pair), Optional.of(pair.person()))));
        groups.ifPresent(compared -> compared.entries(ids::next).stream()
                .map(entry -> new Entry(
                        entry.id(),
                        entry.form(),
                        entry.fields(),
                        Intake.target(entry, snapshots.current().model())))
                .forEach(entries::add));
        return entries;
    }

    private void offer(DirectorySettings.Source source, List<Entry> entries) {
        UUID id = UUID.nameUUIDFromBytes(("directory " + source.key()).getBytes(StandardCharsets.UTF_8));
        Actor by = new Actor(id, source.key() + "-directory", source.name(), Set.of(Act.LOOK, Act.PREPARE, Act.APPLY));
        standing.offer(new AutomaticChanges.Offer(
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
            says.put("fields", FieldValue.text(pair.merged()));
            pair.differing().forEach(field -> fields.put(field, says.getOrDefault(field, "")));
            if (pair.kind() == Pair.Case.RENAMED) {
                fields.put("entry", listed.id());
            }
        });
        return fields;
    }

    /** What is said otherwise, without the ids that are made anew each time. */
    private static Set<String> lines(List<Pair> differing, Optional<GroupComparison> groups) {
        Set<String> lines = new HashSet<>();
        differing.forEach(pair -> lines.add(fields(pair).toString()));
        for (GroupComparison.Shift shift : groups.map(GroupComparison::shifts).orElse(List.of())) {
            String name = shift.listed().id();
            if (shift.group().isEmpty() || shift.isDescribedOtherwise()) {
                lines.add("group " + name + " " + shift.listed().description());
            }
            shift.joining().forEach(person -> lines.add("in " + name + " " + person));
            shift.leaving().forEach(membership -> lines.add("out " + name + " " + membership.id()));
        }
        return lines;
    }

    private static String print(Set<String> lines) {
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

package wexa.server.roles;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import wexa.connect.csv.Formulas;
import wexa.core.access.Path;
import wexa.core.conflict.Conflict;
import wexa.core.conflict.Conflicts;
import wexa.core.model.ConflictException;
import wexa.core.model.ConflictRule;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.drafts.Previews;
import wexa.server.evidence.Evidence;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Looking at conflict rules, and at everybody in whom both sides of one meet. */
@UseCases
public class ConflictService {
    private final SnapshotStore snapshots;
    private final Previews previews;
    private final Evidence evidence;
    private final BusinessClock clock;

    ConflictService(SnapshotStore snapshots, Previews previews, Evidence evidence, BusinessClock clock) {
        this.snapshots = snapshots;
        this.previews = previews;
        this.evidence = evidence;
        this.clock = clock;
    }

    /** Conflict rules and in whom they are broken, as it is or as a draft would have it. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<RoleViews.ConflictView> all(Actor actor, Optional<UUID> draft) {
        if (draft.isEmpty()) {
            return new ConflictViews(snapshots.current(), clock.now()).all();
        }
        Preview preview = previews.of(draft);
        Snapshot drafted = new Snapshot(preview.snapshot().version(), preview.model(), preview.index());
        return new ConflictViews(drafted, clock.now()).all();
    }

    /** All meetings as a table (RFC 4180) with its cover, with the paths to each side and who owns what gives it. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public byte[] handOver(Actor actor) {
        Snapshot snapshot = snapshots.current();
        Instant now = clock.now();
        StringWriter written = new StringWriter();
        Table table = new Table(snapshot.model(), new Conflicts(snapshot.model(), snapshot.index()), now);
        int rows = 0;
        try (CSVPrinter csv = new CSVPrinter(written, CSVFormat.RFC4180)) {
            csv.printRecord(Table.HEADER);
            for (ConflictRule rule :
                    snapshot.model().table(Kind.CONFLICT_RULE).stream().toList()) {
                for (Conflict meeting : table.conflicts().everybody(rule, table.at())) {
                    csv.printRecord(table.row(rule, meeting));
                    rows++;
                }
            }
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        Evidence.About about = new Evidence.About(now, snapshot.version(), snapshot.model(), tenant -> true);
        return evidence.handOver(actor, "Conflicts", evidence.cover(actor, about, List.of(), rows), written.toString());
    }

    private record Table(Model model, Conflicts conflicts, Instant at) {
        private static final List<String> HEADER = List.of(
                "rule",
                "manner",
                "person",
                "handle",
                "one side at",
                "by",
                "other side at",
                "by",
                "owners",
                "exempt until",
                "compensating control");

        List<String> row(ConflictRule rule, Conflict meeting) {
            Conflicts.Ways ways = conflicts.ways(meeting, at);
            Person person = model.people().get(meeting.person());
            Optional<ConflictException> exception = ConflictException.of(rule.id(), person.id(), at, model);
            return Stream.of(
                            rule.name(),
                            rule.manner().name().toLowerCase(Locale.ROOT),
                            person.name(),
                            person.handle().text(),
                            place(meeting.one()),
                            told(ways.one()),
                            place(meeting.other()),
                            told(ways.other()),
                            owners(ways),
                            exception
                                    .map(one -> one.window().until().toString())
                                    .orElse(""),
                            exception.map(ConflictException::control).orElse(""))
                    .map(Formulas::defused)
                    .toList();
        }

        private String place(Conflict.Held held) {
            return PlaceNames.of(held.tenant(), held.area(), model);
        }

        private String told(List<Path> paths) {
            return paths.stream().map(this::told).distinct().collect(Collectors.joining("; "));
        }

        /** A role, and the groups through which the person has it, from the person on. */
        private String told(Path path) {
            String role = name(path.roles().get(0));
            return path.memberships().isEmpty()
                    ? role + ", given directly"
                    : role + ", by "
                            + path.memberships().stream()
                                    .map(link ->
                                            model.groups().get(link.group()).name())
                                    .collect(Collectors.joining(" in "));
        }

        private String name(Id<Role> role) {
            return model.roles().get(role).name();
        }

        /** Of the roles that were given and the groups on the way: they can say who should not have it. */
        private String owners(Conflicts.Ways ways) {
            TreeSet<String> names = new TreeSet<>();
            Stream.concat(ways.one().stream(), ways.other().stream()).forEach(path -> {
                model.roles().get(path.roles().get(0)).owner().ifPresent(owner -> add(owner, names));
                path.memberships().forEach(link -> {
                    Group group = model.groups().get(link.group());
                    group.owners().forEach(owner -> add(owner, names));
                });
            });
            return String.join("; ", names);
        }

        private void add(Id<Person> owner, TreeSet<String> names) {
            model.people().find(owner).map(Person::name).ifPresent(names::add);
        }
    }
}

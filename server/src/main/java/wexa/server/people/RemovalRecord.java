package wexa.server.people;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import wexa.connect.csv.Formulas;
import wexa.core.consistency.ObjectKey;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.evidence.Cover;
import wexa.server.evidence.Evidence;
import wexa.server.jobs.Sendings;
import wexa.server.log.Log;
import wexa.server.people.LeavingViews.DirectoryEntryView;
import wexa.server.people.LeavingViews.LeftView;
import wexa.server.people.LeavingViews.RemovalView;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.signals.SecurityEvents;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** The record of a removal to be handed over: what was done, when and by whom, what each tenant answered, and what is left. */
@UseCases
public class RemovalRecord {
    private static final int MOST_LINES = 100_000;

    private final SnapshotStore snapshots;
    private final LeavingService leaving;
    private final Sendings sendings;
    private final SecurityEvents events;
    private final Log log;
    private final Evidence evidence;
    private final BusinessClock clock;

    RemovalRecord(
            SnapshotStore snapshots,
            LeavingService leaving,
            Sendings sendings,
            SecurityEvents events,
            Log log,
            Evidence evidence,
            BusinessClock clock) {
        this.snapshots = snapshots;
        this.leaving = leaving;
        this.sendings = sendings;
        this.events = events;
        this.log = log;
        this.evidence = evidence;
        this.clock = clock;
    }

    /** A line of the record. */
    private record Line(String part, @Nullable Instant at, String by, String where, String what, String result) {}

    /** Of tenants that the asker does not see nothing is told; what was decided here names them, and takes sight of everything. */
    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public byte[] handOver(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Person person = model.people().find(Id.<Person>of(id)).orElseThrow(() -> Problem.notFound("person", id));
        RemovalView removal = leaving.removal(actor, id);
        Instant now = clock.now();
        List<Line> lines = new ArrayList<>();
        if (actor.sight().isEverywhere()) {
            log.about(person.id().value(), MOST_LINES)
                    .forEach(line -> lines.add(
                            new Line("done", line.at(), line.actor(), "Wexa", line.sentence(), line.reason())));
        }
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id())) {
            if (actor.sight().covers(account.tenant())) {
                String where = model.title(model.tenants().get(account.tenant()));
                sendings.all(account.tenant(), List.of(ObjectKey.account(account.id())))
                        .forEach(sent -> lines.add(new Line(
                                "sent",
                                sent.answeredAt() == null ? sent.sentAt() : sent.answeredAt(),
                                "Wexa",
                                where,
                                sent.what(),
                                words(sent.state()) + ": " + sent.answer())));
                events.notices(account.tenant(), account.id())
                        .forEach(notice -> lines.add(new Line(
                                "sent",
                                notice.at().orElse(notice.sentAt()),
                                "Wexa",
                                where,
                                "security event for " + account.userName(),
                                notice.words())));
            }
        }
        lines.sort(Comparator.comparing(line -> line.at() == null ? Instant.MAX : line.at()));
        DirectoryEntryView entry = removal.entry();
        if (entry != null) {
            lines.add(new Line(
                    "found",
                    entry.readAt(),
                    "the directory",
                    entry.directory(),
                    "directory entry",
                    words(entry.left().name()) + ": " + entry.text()));
        }
        removal.secrets()
                .forEach(one -> lines.add(new Line(
                        "found",
                        one.changedAt(),
                        one.owner().name(),
                        one.where(),
                        one.name(),
                        "known and not changed")));
        removal.tenants().forEach(one -> lines.add(found(one)));
        lines.add(new Line(
                "left",
                now,
                "Wexa",
                "Wexa",
                removal.holdings() + " still held in Wexa",
                removal.isComplete() ? "complete" : "not complete"));
        Evidence.About about = new Evidence.About(
                now, snapshot.version(), model, tenant -> actor.sight().covers(tenant.id()));
        List<String> filter = new ArrayList<>(List.of("person " + person.name() + " (" + person.handle() + ")"));
        if (removal.hidden() > 0) {
            filter.add("without " + removal.hidden() + " accounts that " + actor.login() + " does not see");
        }
        Cover cover = evidence.cover(actor, about, filter, lines.size());
        return evidence.handOver(actor, "Removal of " + person.name(), cover, table(lines));
    }

    private static Line found(LeftView one) {
        return new Line(
                "found",
                one.readAt(),
                "the tenant",
                one.where(),
                one.userName(),
                words(one.left().name()) + ": " + one.text());
    }

    private static String words(String state) {
        return state.toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private static String table(List<Line> lines) {
        StringWriter table = new StringWriter();
        try (CSVPrinter csv = new CSVPrinter(table, CSVFormat.RFC4180)) {
            csv.printRecord("part", "at", "by", "where", "what", "result");
            for (Line line : lines) {
                csv.printRecord(
                        line.part(),
                        line.at(),
                        Formulas.defused(line.by()),
                        Formulas.defused(line.where()),
                        Formulas.defused(line.what()),
                        Formulas.defused(line.result()));
            }
        } catch (IOException never) {
            // a text is written in memory
            throw new UncheckedIOException(never);
        }
        return table.toString();
    }
}

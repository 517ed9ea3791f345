package wexa.server.evidence;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import wexa.connect.csv.Formulas;
import wexa.core.change.Days;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.log.Log;
import wexa.server.log.LogService;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** Hands over the log and the lists that are filtered in the browser. */
@UseCases
class ExportService {
    private static final String FROM_THE_LOG =
            "The table has lines of the log as they were written. Whether any was changed since can be verified on the"
                    + " log's page.";

    private final Evidence evidence;
    private final LogService log;
    private final SnapshotStore snapshots;
    private final BusinessClock clock;
    private final Settings settings;

    ExportService(Evidence evidence, LogService log, SnapshotStore snapshots, BusinessClock clock, Settings settings) {
        this.evidence = evidence;
        this.log = log;
        this.snapshots = snapshots;
        this.clock = clock;
        this.settings = settings;
    }

    /** Lists whose rows are filtered and sorted in the browser. */
    enum ShownList {
        GROUPS("Groups"),
        ROLES("Roles"),
        JOBS("Jobs"),
        MESSAGES("Messages"),
        ACCOUNTS("Accounts");

        private final String title;

        ShownList(String title) {
            this.title = title;
        }
    }

    /**
     * What the browser shows of a list.
     *
     * @param tenant whose accounts it lists
     * @param filter what it is narrowed to, in words
     */
    record Shown(
            ShownList list,
            @Nullable UUID tenant,
            List<String> filter,
            List<String> columns,
            List<List<String>> rows) {}

    /** The rows as the browser sent them, and a cover that says so. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    byte[] list(Actor actor, Shown shown) {
        for (int row = 0; row < shown.rows().size(); row++) {
            if (shown.rows().get(row).size() != shown.columns().size()) {
                throw Problem.badField(
                        "rows",
                        "width",
                        "Row " + (row + 1) + " has " + shown.rows().get(row).size() + " values, and there are "
                                + shown.columns().size() + " columns. Send a value for each column.");
            }
        }
        Snapshot snapshot = snapshots.current();
        String title = title(actor, shown, snapshot.model());
        Cover cover = cover(actor, snapshot, shown.filter(), clock.now());
        return evidence.handOver(actor, title, cover, Evidence.AS_SHOWN, out -> {
            // whoever gave the writer closes it
            @SuppressWarnings("resource")
            CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180);
            csv.printRecord(shown.columns().stream().map(Formulas::defused).toList());
            for (List<String> row : shown.rows()) {
                csv.printRecord(row.stream().map(Formulas::defused).toList());
            }
            return shown.rows().size();
        });
    }

    private static String title(Actor actor, Shown shown, Model model) {
        if (shown.list() != ShownList.ACCOUNTS) {
            return shown.list().title;
        }
        UUID id = shown.tenant();
        if (id == null) {
            throw Problem.badField("tenant", "missing", "Name the tenant whose accounts these are.");
        }
        Tenant tenant = model.tenants()
                .find(Id.of(id))
                .filter(one -> actor.sight().covers(one.id()))
                .orElseThrow(() -> Problem.badField(
                        "tenant",
                        "unknown",
                        "There is no such tenant in your scope. Choose one from the list of tenants."));
        return shown.list().title + " in " + model.title(tenant);
    }

    /** What of the log is wanted, by a first and a last day. */
    record WantedLines(
            String text,
            String by,
            @Nullable LocalDate from,
            @Nullable LocalDate until) {}

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    byte[] log(Actor actor, WantedLines wanted) {
        Log.Wanted lines = Log.Wanted.of(wanted.text(), wanted.by(), wanted.from(), wanted.until(), settings.zone());
        List<String> filter = new ArrayList<>();
        if (!lines.text().isEmpty()) {
            filter.add("words “" + lines.text() + "”");
        }
        if (!lines.actor().isEmpty()) {
            filter.add("by " + lines.actor());
        }
        if (wanted.from() != null) {
            filter.add("from " + Days.words(wanted.from()));
        }
        if (wanted.until() != null) {
            filter.add("to " + Days.words(wanted.until()));
        }
        return evidence.handOver(
                actor,
                "Log",
                cover(actor, snapshots.current(), filter, clock.now()),
                FROM_THE_LOG,
                out -> log.write(actor, lines, out));
    }

    private Cover cover(Actor actor, Snapshot snapshot, List<String> filter, Instant now) {
        List<String> words = new ArrayList<>(filter);
        if (!actor.sight().isEverywhere()) {
            words.add("what " + actor.login() + " sees");
        }
        Evidence.About about = new Evidence.About(
                now,
                snapshot.version(),
                snapshot.model(),
                tenant -> actor.sight().covers(tenant.id()));
        return evidence.cover(actor, about, words, 0);
    }
}

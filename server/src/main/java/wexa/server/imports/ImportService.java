package wexa.server.imports;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.Writer;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import wexa.connect.csv.CsvTable;
import wexa.connect.csv.Formulas;
import wexa.connect.ldif.LdifPeople;
import wexa.core.finding.Finding;
import wexa.core.importing.DryRun;
import wexa.core.importing.Export;
import wexa.core.importing.Row;
import wexa.core.importing.Sheet;
import wexa.core.intake.Entry;
import wexa.core.preview.Snapshot;
import wexa.server.directory.DirectorySettings;
import wexa.server.directory.DirectorySources;
import wexa.server.drafts.DraftService;
import wexa.server.drafts.DraftView;
import wexa.server.heavy.HeavyWork;
import wexa.server.heavy.LongWork;
import wexa.server.problems.Messages;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Settings;

/** Bringing tables in: nothing of them reaches the model before the draft that is made of them is applied. */
@UseCases
public class ImportService {
    /** What a table that somebody brings may have at most. */
    public static final CsvTable.Limits LIMITS = new CsvTable.Limits(200_000, 200, 4_000, 64L << 20);

    private static final Duration TRIED_FOR = Duration.ofMinutes(5);

    private final ImportStore imports;
    private final SnapshotStore snapshots;
    private final DraftService drafts;
    private final DirectorySources directories;
    private final Settings settings;
    private final BusinessClock clock;
    private final Ids ids;
    private final HeavyWork heavy;
    private static final int SNIFFED = 8 * 1024;

    /** The attributes of LDIF by the fields of people. */
    private static final Map<String, String> LDIF_ATTRIBUTES = Map.of(
            "handle", "uid",
            "given", "givenName",
            "family", "sn",
            "mail", "mail",
            "phone", "mobile",
            "number", "employeeNumber",
            "kind", "employeeType",
            "job", "title",
            "unit", "ou");

    private volatile Optional<Tried> kept = Optional.empty();

    /** The last dry run, for as long as neither table nor model is another. */
    private record Tried(UUID id, long table, long model, Instant at, DryRun run) {
        Optional<Tried> corrected(Imported after, int place) {
            return run.corrected(place, after.read(after.rows().get(place)))
                    .map(corrected -> new Tried(id, after.version(), model, at, corrected));
        }
    }

    ImportService(
            ImportStore imports,
            SnapshotStore snapshots,
            DraftService drafts,
            DirectorySources directories,
            Settings settings,
            BusinessClock clock,
            Ids ids,
            HeavyWork heavy) {
        this.imports = imports;
        this.snapshots = snapshots;
        this.drafts = drafts;
        this.directories = directories;
        this.settings = settings;
        this.clock = clock;
        this.ids = ids;
        this.heavy = heavy;
    }

    /** Tables brought in lately, the newest first. */
    public record Known(UUID id, String name, String sheet, String owner, Instant createdAt) {}

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<Known> list(Actor actor) {
        return imports.newest().stream()
                .map(line -> new Known(line.id(), line.name(), line.sheet(), line.owner(), line.createdAt()))
                .toList();
    }

    /**
     * Reads a table from CSV, or people from LDIF; what its rows are about and what its columns mean is guessed from the
     * header.
     */
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    public ImportView bring(Actor actor, String name, InputStream text) throws IOException {
        BufferedInputStream marked = new BufferedInputStream(text, SNIFFED);
        marked.mark(SNIFFED);
        byte[] start = marked.readNBytes(SNIFFED - 1);
        marked.reset();
        CsvTable table = LdifPeople.isLdif(start) ? LdifPeople.read(marked, LIMITS) : CsvTable.read(marked, LIMITS);
        String problem = table.problem().map(ImportWords::of).orElse("");
        if (table.rows().isEmpty()) {
            throw new Problem(
                    400,
                    "import.unreadable",
                    problem.isEmpty() ? "The table has a header and no rows. Add some and bring it again." : problem);
        }
        Sheet sheet = Sheet.guessed(table.header()).orElse(Sheet.PEOPLE);
        Imported made = new Imported(
                ids.next(),
                0,
                name,
                sheet,
                actor.login(),
                table.header(),
                sheet.matched(table.header(), snapshots.current().model()),
                table.rows(),
                problem);
        return view(imports.add(made, clock.now()));
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public ImportView get(Actor actor, UUID id) {
        return view(imports.get(id));
    }

    /** Says what the rows are about, and which field each column fills; a field is filled by one column at most. */
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    public ImportView match(Actor actor, UUID id, long version, Sheet sheet, List<Optional<String>> mapping) {
        Imported before = at(id, version);
        List<Optional<String>> wanted = sheet == before.sheet()
                ? mapping
                : sheet.matched(before.header(), snapshots.current().model());
        List<String> known = sheet.columns(snapshots.current().model()).stream()
                .map(Sheet.Column::field)
                .toList();
        List<String> filled = wanted.stream().flatMap(Optional::stream).toList();
        if (wanted.size() != before.header().size() || !known.containsAll(filled)) {
            throw Problem.badField(
                    "fields",
                    "field.malformed",
                    "Name one field or none for each of the " + before.header().size() + " columns; known are " + known
                            + ".");
        }
        if (filled.stream().distinct().count() < filled.size()) {
            throw Problem.badField(
                    "fields", "field.malformed", "Two columns cannot fill the same field. Leave one of them out.");
        }
        return view(imports.match(new Imported(
                id,
                version,
                before.name(),
                sheet,
                before.owner(),
                before.header(),
                wanted,
                before.rows(),
                before.problem())));
    }

    /** Corrects the cells of one row in place. */
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    public ImportView correct(Actor actor, UUID id, long version, long line, List<String> cells) {
        Imported before = at(id, version);
        if (cells.size() != before.header().size()) {
            throw Problem.badField(
                    "cells",
                    "field.malformed",
                    "Give one cell for each of the " + before.header().size() + " columns.");
        }
        int place = before.place(line).orElseThrow(() -> Problem.notFound("row in this table with line", line));
        Imported after =
                imports.correct(before, place, cells.stream().map(String::strip).toList());
        known(before).flatMap(tried -> tried.corrected(after, place)).ifPresent(tried -> kept = Optional.of(tried));
        return view(after);
    }

    private Imported at(UUID id, long version) {
        Imported table = imports.get(id);
        if (table.version() != version) {
            throw new Problem(
                    412, "import.stale", "The table was changed in another window. Its newest state is loaded.");
        }
        return table;
    }

    /** A stretch of the rows, with what each would come to. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public ImportView.RowsView rows(Actor actor, UUID id, Optional<DryRun.Result> result, int from, int limit) {
        Imported table = imports.get(id);
        List<DryRun.Outcome> all = tried(table).outcomes();
        List<ImportView.RowView> shown = new ArrayList<>();
        int total = 0;
        for (int place = 0; place < all.size(); place++) {
            if (result.isEmpty() || all.get(place).result() == result.get()) {
                if (total >= from && shown.size() < limit) {
                    shown.add(row(table, table.rows().get(place), all.get(place)));
                }
                total++;
            }
        }
        return new ImportView.RowsView(total, shown);
    }

    private static ImportView.RowView row(Imported table, CsvTable.Row read, DryRun.Outcome outcome) {
        return new ImportView.RowView(
                read.line(),
                read.cells(),
                outcome.result().name(),
                outcome.findings().stream()
                        .map(finding -> found(table, finding))
                        .toList());
    }

    private static ImportView.FoundView found(Imported table, Finding finding) {
        String field = table.sheet() == Sheet.PEOPLE && finding.path().equals("group") ? "groups" : finding.path();
        int column = table.mapping().indexOf(Optional.of(field));
        // what a value of one of the organisation's own fields lacks says itself which field it is
        Finding told = field.startsWith(Sheet.OWN_FIELD)
                ? new Finding(finding.code(), "field-value", finding.facts())
                : finding;
        return new ImportView.FoundView(
                finding.code().text(), Messages.text(told), finding.blocks(), column < 0 ? null : column);
    }

    /** A draft of all rows that would create or change something; the same table again makes none of them twice. */
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    public DraftView draft(Actor actor, UUID id) {
        Imported table = imports.get(id);
        List<Entry> entries = tried(table).entries();
        if (entries.isEmpty()) {
            throw new Problem(
                    409,
                    "import.nothing-ready",
                    "No row would create or change anything. Correct the refused ones first.");
        }
        List<Entry> first = entries.subList(0, Math.min(DraftService.MOST_ENTRIES, entries.size()));
        List<Entry> fresh = first.stream()
                .map(entry -> new Entry(new Entry.Id(ids.next()), entry.form(), entry.fields(), entry.seen()))
                .toList();
        return drafts.begin(actor, table.name(), fresh);
    }

    /** The table with what each row came to, as CSV (RFC 4180). */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public void writeResults(Actor actor, UUID id, Writer to) throws IOException {
        Imported table = imports.get(id);
        List<DryRun.Outcome> all = tried(table).outcomes();
        try (CSVPrinter csv = new CSVPrinter(to, CSVFormat.RFC4180)) {
            List<String> header = new ArrayList<>(List.of("line", "result", "reason"));
            table.header().forEach(name -> header.add(Formulas.defused(name)));
            csv.printRecord(header);
            for (int place = 0; place < all.size(); place++) {
                List<String> record = new ArrayList<>();
                record.add(Long.toString(all.get(place).row().line()));
                record.add(all.get(place).result().name().toLowerCase(Locale.ROOT));
                record.add(Formulas.defused(all.get(place).findings().stream()
                        .map(Messages::text)
                        .reduce((one, other) -> one + " " + other)
                        .orElse("")));
                table.rows().get(place).cells().forEach(cell -> record.add(Formulas.defused(cell)));
                csv.printRecord(record);
            }
        }
    }

    /** What is there as a table that changes nothing when it is brought in; or the header alone, to fill. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public void writeSheet(Actor actor, Sheet sheet, boolean isFilled, Writer to) throws IOException {
        List<Row> rows =
                isFilled ? Export.of(snapshots.current().model(), sheet, clock.now(), settings.zone()) : List.of();
        try (CSVPrinter csv = new CSVPrinter(to, CSVFormat.RFC4180)) {
            List<Sheet.Column> columns = sheet.columns(snapshots.current().model());
            csv.printRecord(columns.stream().map(Sheet.Column::title));
            for (Row row : rows) {
                csv.printRecord(columns.stream()
                        .map(column -> Formulas.defused(row.values().getOrDefault(column.field(), ""))));
            }
        }
    }

    /** Everybody as LDIF, or one by handle; brought in again, it changes nothing. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public void writeLdif(Actor actor, Optional<String> handle, Writer to) throws IOException {
        Map<String, String> folders = directories.all().stream()
                .collect(Collectors.toMap(DirectorySettings.Source::key, DirectorySettings.Source::peopleDn));
        for (Row row : Export.of(snapshots.current().model(), Sheet.PEOPLE, clock.now(), settings.zone())) {
            if (handle.isPresent() && !handle.get().equals(row.values().get("handle"))) {
                continue;
            }
            Map<String, String> values = new HashMap<>();
            row.values().forEach((field, value) -> {
                String attribute = LDIF_ATTRIBUTES.get(field);
                if (attribute != null) {
                    values.put(attribute, value);
                }
            });
            String home = row.values().getOrDefault("home", "");
            LdifPeople.write(values, folders.getOrDefault(home, "ou=people,o=" + home), to);
        }
        to.flush();
    }

    private ImportView view(Imported table) {
        Map<String, Integer> results = new LinkedHashMap<>();
        if (table.missing().isEmpty()) {
            DryRun run = tried(table);
            for (DryRun.Result result : DryRun.Result.values()) {
                results.put(result.name(), run.count(result));
            }
        }
        List<ImportView.ColumnView> columns = new ArrayList<>();
        for (int place = 0; place < table.header().size(); place++) {
            columns.add(new ImportView.ColumnView(
                    table.header().get(place), table.mapping().get(place).orElse(null)));
        }
        return new ImportView(
                table.id(),
                table.version(),
                table.name(),
                table.sheet().name(),
                columns,
                table.sheet().columns(snapshots.current().model()).stream()
                        .map(column -> new ImportView.FieldView(column.field(), column.title(), column.isNeeded()))
                        .toList(),
                table.missing().stream().map(Sheet.Column::title).toList(),
                table.rows().size(),
                results,
                table.problem());
    }

    private DryRun tried(Imported table) {
        return known(table).map(Tried::run).orElseGet(() -> triedAnew(table));
    }

    private Optional<Tried> known(Imported table) {
        return kept.filter(tried -> tried.id().equals(table.id())
                && tried.table() == table.version()
                && tried.model() == snapshots.current().version()
                && clock.now().isBefore(tried.at().plus(TRIED_FOR)));
    }

    private DryRun triedAnew(Imported table) {
        Snapshot snapshot = snapshots.current();
        Instant now = clock.now();
        DryRun run = heavy.run(
                table.rows().size() > HeavyWork.LONG,
                LongWork.What.of("Checking the table “" + table.name() + "”", "/import/" + table.id()),
                () -> DryRun.of(
                        snapshot,
                        table.sheet(),
                        table.read(),
                        new DryRun.Setting(table.id(), directories.ownHome(), now, settings.zone())));
        kept = Optional.of(new Tried(table.id(), table.version(), snapshot.version(), now, run));
        return run;
    }
}

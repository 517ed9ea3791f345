package wexa.server.people;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import wexa.connect.csv.Formulas;
import wexa.core.change.Days;
import wexa.core.consistency.Difference;
import wexa.core.consistency.ObjectKey;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.evidence.Evidence;
import wexa.server.people.PersonRows.Line;
import wexa.server.problems.Problem;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.tenants.Differences;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** People as a table: filtered by several parts at once, sorted, and counted. */
@UseCases
public class PeopleTableService {
    private static final int AT_A_TIME = 500;

    private static final List<String> COLUMNS = List.of(
            "name", "handle", "number", "unit", "job", "kind", "standing", "from", "until", "groups", "accounts");

    private final SnapshotStore snapshots;
    private final PersonRows rows;
    private final PeopleSets sets;
    private final Differences differences;
    private final Observations observations;
    private final BusinessClock clock;
    private final Settings settings;
    private final Evidence evidence;

    PeopleTableService(
            SnapshotStore snapshots,
            PersonRows rows,
            PeopleSets sets,
            Differences differences,
            Observations observations,
            BusinessClock clock,
            Settings settings,
            Evidence evidence) {
        this.snapshots = snapshots;
        this.rows = rows;
        this.sets = sets;
        this.differences = differences;
        this.observations = observations;
        this.clock = clock;
        this.settings = settings;
        this.evidence = evidence;
    }

    /** By what the table is sorted; people whose place nobody asks for stand as in the list, most urgent first. */
    public enum Sort {
        URGENCY,
        NAME,
        NUMBER,
        UNIT,
        JOB,
        KIND,
        BEGINS,
        ENDS
    }

    /**
     * Which stretch of the table, in which order.
     *
     * @param sort one of {@link Sort}, or {@code field:} and the key of a field that the organisation defines
     */
    record Stretch(String sort, boolean isDescending, int from, int limit) {}

    /** @param more parts of the filter whose values are counted besides: group, role, account */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public TableViews.PeopleTableView table(Actor actor, PeopleFilter filter, Stretch stretch, Set<String> more) {
        Snapshot snapshot = snapshots.current();
        Instant now = clock.now();
        PeopleFacets.Found found = found(actor, filter, more, snapshot, now);
        List<Line> shown = stretch(found.lines(), stretch, snapshot.model());
        return new TableViews.PeopleTableView(
                rows(shown, snapshot, actor, now),
                found.lines().size(),
                facets(found.counts(), actor, snapshot.model()));
    }

    /** Everybody who passes, in the order of the table, for an act on all that match. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public List<UUID> ids(Actor actor, PeopleFilter filter, Stretch stretch) {
        Snapshot snapshot = snapshots.current();
        PeopleFacets.Found found = found(actor, filter, Set.of(), snapshot, clock.now());
        return stretch(found.lines(), stretch, snapshot.model()).stream()
                .map(line -> line.row().id())
                .toList();
    }

    /** Exactly what is shown, as a table (RFC 4180): all rows that pass, in their order, with the columns that are asked for. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public String csv(Actor actor, PeopleFilter filter, Stretch stretch, List<String> columns) {
        return exported(actor, filter, stretch, columns, snapshots.current(), clock.now())
                .table();
    }

    /** The same with a cover that says what it is made of; the log keeps its digest. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public byte[] handOver(Actor actor, PeopleFilter filter, Stretch stretch, List<String> columns) {
        Snapshot snapshot = snapshots.current();
        Instant now = clock.now();
        Exported exported = exported(actor, filter, stretch, columns, snapshot, now);
        Evidence.About about = new Evidence.About(
                now,
                snapshot.version(),
                snapshot.model(),
                tenant -> actor.sight().covers(tenant.id()));
        return evidence.handOver(
                actor,
                "People",
                evidence.cover(actor, about, filterWords(filter, actor, snapshot.model()), exported.rows()),
                exported.table());
    }

    /** What is chosen, part by part. */
    private static List<String> filterWords(PeopleFilter filter, Actor actor, Model model) {
        FacetNames names = new FacetNames(model);
        List<String> words = new ArrayList<>();
        if (!filter.text().isBlank()) {
            words.add("words “" + filter.text().strip() + "”");
        }
        filter.chosen()
                .forEach((part, keys) ->
                        words.add(PeopleFilter.partName(part, model) + " " + names.words(part, keys, actor.sight())));
        if (!actor.sight().isEverywhere()) {
            words.add("what " + actor.login() + " sees");
        }
        return words;
    }

    private record Exported(String table, int rows) {}

    private Exported exported(
            Actor actor, PeopleFilter filter, Stretch stretch, List<String> columns, Snapshot snapshot, Instant now) {
        List<Line> lines = stretch(found(actor, filter, Set.of(), snapshot, now).lines(), stretch, snapshot.model());
        List<String> chosen = columns.isEmpty()
                ? COLUMNS
                : columns.stream()
                        .filter(column -> COLUMNS.contains(column) || column.startsWith(PeopleFilter.OWN))
                        .toList();
        StringWriter table = new StringWriter();
        try (CSVPrinter csv = new CSVPrinter(table, CSVFormat.RFC4180)) {
            csv.printRecord(chosen.stream()
                    .map(column -> header(column, snapshot.model()))
                    .toList());
            for (int from = 0; from < lines.size(); from += AT_A_TIME) {
                List<Line> some = lines.subList(from, Math.min(lines.size(), from + AT_A_TIME));
                for (TableViews.PersonTableRow row : rows(some, snapshot, actor, now)) {
                    csv.printRecord(chosen.stream()
                            .map(column -> Formulas.defused(cell(column, row, snapshot.model())))
                            .toList());
                }
            }
        } catch (IOException never) {
            // a text is written in memory
            throw new UncheckedIOException(never);
        }
        return new Exported(table.toString(), lines.size());
    }

    /** The organisation's own fields are called as people call them. */
    private static String header(String column, Model model) {
        return model.table(Kind.PERSON_FIELD).stream()
                .filter(field -> column.equals(PeopleFilter.OWN + field.key()))
                .findFirst()
                .map(field -> Formulas.defused(field.label()))
                .orElse(column);
    }

    private String cell(String column, TableViews.PersonTableRow row, Model model) {
        return switch (column) {
            case "name" -> row.name();
            case "handle" -> row.handle();
            case "number" -> row.number();
            case "unit" -> row.unit();
            case "job" -> row.job();
            case "kind" -> row.kind();
            case "standing" -> row.standing();
            case "from" -> row.from() == null ? "" : Days.text(row.from(), 0, settings.zone());
            case "until" -> row.until() == null ? "" : Days.text(row.until(), 1, settings.zone());
            case "groups" -> Integer.toString(row.groups());
            case "accounts" ->
                row.accounts().entrySet().stream()
                        .map(account -> model.title(model.tenants().get(Id.<Tenant>of(account.getKey()))) + ": "
                                + account.getValue())
                        .collect(Collectors.joining("; "));
            default -> row.fields().getOrDefault(column.substring(PeopleFilter.OWN.length()), "");
        };
    }

    private PeopleFacets.Found found(
            Actor actor, PeopleFilter filter, Set<String> more, Snapshot snapshot, Instant now) {
        PeopleFacets.check(filter);
        return new PeopleFacets(snapshot, now, filter, more, sets, actor.sight())
                .of(rows.lines(snapshot, filter.text(), actor.sight(), now));
    }

    /** Only as many are sorted as are asked for. */
    private static List<Line> stretch(List<Line> lines, Stretch stretch, Model model) {
        Comparator<Line> wanted =
                order(stretch, model).thenComparing(line -> line.row().id());
        int until = Math.min(lines.size(), stretch.from() + stretch.limit());
        if (stretch.from() >= until) {
            return List.of();
        }
        if (stretch.sort().equals(Sort.URGENCY.name()) && !stretch.isDescending()) {
            return lines.subList(stretch.from(), until);
        }
        PriorityQueue<Line> last = new PriorityQueue<>(wanted.reversed());
        for (Line line : lines) {
            if (last.size() < until) {
                last.add(line);
            } else if (wanted.compare(line, last.peek()) < 0) {
                last.poll();
                last.add(line);
            }
        }
        List<Line> first = new ArrayList<>(last);
        first.sort(wanted);
        return first.subList(stretch.from(), until);
    }

    private static Comparator<Line> order(Stretch stretch, Model model) {
        if (stretch.sort().startsWith(PeopleFilter.OWN)) {
            return FieldOrder.of(
                    fieldOf(stretch.sort().substring(PeopleFilter.OWN.length()), model), model, stretch.isDescending());
        }
        Comparator<Line> order = Arrays.stream(Sort.values())
                .filter(one -> one.name().equals(stretch.sort()))
                .findFirst()
                .map(PeopleTableService::order)
                .orElseThrow(() -> Problem.badField(
                        "sort",
                        "unknown",
                        "People are not sorted by “" + stretch.sort() + "”. Use one of "
                                + Arrays.stream(Sort.values()).map(Enum::name).collect(Collectors.joining(", "))
                                + ", or field: and the key of a field."));
        return stretch.isDescending() ? order.reversed() : order;
    }

    private static PersonField fieldOf(String key, Model model) {
        return model.table(Kind.PERSON_FIELD).stream()
                .filter(field -> field.key().text().equals(key))
                .findFirst()
                .orElseThrow(() -> Problem.badField(
                        "sort", "unknown", "There is no field “" + key + "”. Sort by another column."));
    }

    private static Comparator<Line> order(Sort sort) {
        Comparator<Line> byName = Comparator.comparing(line -> line.row().name());
        return switch (sort) {
            case URGENCY -> Comparator.comparingInt(Line::urgency).thenComparing(byName);
            case NAME -> byName;
            case NUMBER ->
                Comparator.<Line, String>comparing(line -> line.row().number()).thenComparing(byName);
            case UNIT ->
                Comparator.<Line, String>comparing(line -> line.row().unit()).thenComparing(byName);
            case JOB ->
                Comparator.<Line, String>comparing(line -> line.row().job()).thenComparing(byName);
            case KIND ->
                Comparator.<Line, String>comparing(line -> line.row().kind()).thenComparing(byName);
            case BEGINS ->
                Comparator.<Line, Instant>comparing(line -> orNever(line.row().from()))
                        .thenComparing(byName);
            case ENDS ->
                Comparator.<Line, Instant>comparing(line -> orNever(line.row().until()))
                        .thenComparing(byName);
        };
    }

    private static Instant orNever(@Nullable Instant instant) {
        return instant == null ? Instant.MAX : instant;
    }

    private List<TableViews.PersonTableRow> rows(List<Line> shown, Snapshot snapshot, Actor actor, Instant now) {
        Model model = snapshot.model();
        Map<Id<Tenant>, Set<ObjectKey>> accounts = new HashMap<>();
        for (Line line : shown) {
            for (Account account : model.table(Kind.ACCOUNT)
                    .by(Account.BY_PERSON, Id.<Person>of(line.row().id()))) {
                if (actor.sight().covers(account.tenant())) {
                    accounts.computeIfAbsent(account.tenant(), any -> new HashSet<>())
                            .add(ObjectKey.account(account.id()));
                }
            }
        }
        Map<Id<Tenant>, Freshness> freshness = observations.freshness();
        Map<Id<Tenant>, Map<ObjectKey, Difference.Kind>> differing = new HashMap<>();
        Set<Id<Tenant>> read = new HashSet<>();
        accounts.forEach((tenant, keys) -> {
            Map<ObjectKey, Difference.Kind> kinds = new HashMap<>();
            differences
                    .of(snapshot, model.tenants().get(tenant), keys)
                    .forEach(one -> kinds.put(one.object(), one.kind()));
            differing.put(tenant, kinds);
            Optional.ofNullable(freshness.get(tenant))
                    .flatMap(Freshness::doneAt)
                    .ifPresent(done -> read.add(tenant));
        });
        return shown.stream()
                .map(line -> new TableViews.PersonTableRow(
                        line.row().id(),
                        line.row().handle(),
                        line.row().name(),
                        line.row().number(),
                        line.row().job(),
                        line.row().unit(),
                        line.row().kind(),
                        line.row().standing(),
                        line.row().from(),
                        line.row().until(),
                        snapshot.index()
                                .groupsOf(Id.<Person>of(line.row().id()), now)
                                .size(),
                        accounts(line, model, differing, read),
                        fields(line, model)))
                .toList();
    }

    private static Map<String, String> fields(Line line, Model model) {
        Map<String, String> told = new LinkedHashMap<>();
        if (!line.origin().custom().isEmpty()) {
            Person person = model.people().get(Id.of(line.row().id()));
            model.table(Kind.PERSON_FIELD)
                    .forEach(field -> field.of(person)
                            .ifPresent(value ->
                                    told.put(field.key().text(), PersonFieldService.text(field, person, model))));
        }
        return told;
    }

    private static Map<UUID, String> accounts(
            Line line, Model model, Map<Id<Tenant>, Map<ObjectKey, Difference.Kind>> differing, Set<Id<Tenant>> read) {
        Map<UUID, String> squares = new LinkedHashMap<>();
        for (Account account : model.table(Kind.ACCOUNT)
                .by(Account.BY_PERSON, Id.<Person>of(line.row().id()))) {
            Map<ObjectKey, Difference.Kind> kinds = differing.get(account.tenant());
            if (kinds != null) {
                Optional<Difference.Kind> kind = Optional.ofNullable(kinds.get(ObjectKey.account(account.id())));
                if (account.isOpen() || kind.isPresent()) {
                    squares.put(
                            account.tenant().value(),
                            read.contains(account.tenant())
                                    ? kind.map(Enum::name).orElse("SAME")
                                    : "NOT_READ");
                }
            }
        }
        return squares;
    }

    private static List<TableViews.FacetView> facets(
            Map<String, Map<String, Integer>> counts, Actor actor, Model model) {
        FacetNames names = new FacetNames(model);
        return counts.entrySet().stream()
                .map(part -> new TableViews.FacetView(
                        part.getKey(), names.values(part.getKey(), part.getValue(), actor.sight())))
                .toList();
    }
}

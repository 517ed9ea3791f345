package wexa.server.reports;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import wexa.core.change.Days;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.model.App;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.preview.Snapshot;
import wexa.core.reporting.LeaverMatch;
import wexa.core.reporting.PeopleReports;
import wexa.core.reporting.Report;
import wexa.core.reporting.ReportFilter;
import wexa.core.reporting.RoleReport;
import wexa.core.reporting.SeatReports;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.server.evidence.Cover;
import wexa.server.evidence.Evidence;
import wexa.server.heavy.HeavyWork;
import wexa.server.heavy.LongWork;
import wexa.server.log.DailyLines;
import wexa.server.problems.Problem;
import wexa.server.reports.ReportViews.LoserView;
import wexa.server.reports.ReportViews.ReportView;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** Makes reports, and exports them with a cover that says what they are made of. */
@UseCases
public class ReportService {
    private static final int SHOWN = 500;
    private static final int LOG_DAYS = 92;
    private static final int LEAVER_DAYS = 366;
    private static final String COMPARISON = "Leavers compared with a list";

    private final SnapshotStore snapshots;
    private final PastModels past;
    private final SeatPrices prices;
    private final DailyLines log;
    private final LeaverControl leavers;
    private final Evidence evidence;
    private final HeavyWork heavy;
    private final BusinessClock clock;
    private final Settings settings;

    ReportService(
            SnapshotStore snapshots,
            PastModels past,
            SeatPrices prices,
            DailyLines log,
            LeaverControl leavers,
            Evidence evidence,
            HeavyWork heavy,
            BusinessClock clock,
            Settings settings) {
        this.snapshots = snapshots;
        this.past = past;
        this.prices = prices;
        this.log = log;
        this.leavers = leavers;
        this.evidence = evidence;
        this.heavy = heavy;
        this.clock = clock;
        this.settings = settings;
    }

    /** What is asked for; without a day, now. */
    record Wanted(ReportKind kind, Optional<LocalDate> day, Optional<UUID> unit, Optional<UUID> tenant) {}

    private record Made(Report report, Instant at, long version, Model model) {}

    /** The first rows of a report, with all that is drawn of it and its cover. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    ReportView view(Actor actor, Wanted wanted) {
        Made made = made(wanted);
        return view(wanted.kind(), wanted.kind().title(), made.report(), cover(actor, wanted, made));
    }

    private ReportView view(ReportKind kind, String title, Report report, Cover cover) {
        return new ReportView(
                kind,
                title,
                report.columns().stream()
                        .map(column -> new ReportViews.ReportColumn(column.name(), column.sort()))
                        .toList(),
                report.rows().stream().limit(SHOWN).toList(),
                report.rows().size(),
                report.measure(),
                report.bars().stream()
                        .map(bar -> new ReportViews.ReportBar(bar.label(), bar.series(), bar.value()))
                        .toList(),
                cover,
                past.beginning()
                        .map(at -> LocalDate.ofInstant(at, settings.zone()))
                        .orElse(null));
    }

    /** The whole report as a table (RFC 4180) with its cover, both in one archive; the log keeps its digest. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    byte[] export(Actor actor, Wanted wanted) {
        Made made = made(wanted);
        return evidence.handOver(
                actor, wanted.kind().title(), cover(actor, wanted, made), ReportTable.of(made.report()));
    }

    /**
     * What is to be compared with the leavers on record.
     *
     * @param from the first day that the list covers; empty for the first that it names
     * @param until the last day that the list covers; empty for the last that it names
     */
    record Compared(InputStream list, Optional<LocalDate> from, Optional<LocalDate> until, Optional<UUID> unit) {}

    private record Comparison(Report report, Cover cover) {}

    /** A list of leavers from personnel against those on record; it is not kept. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    ReportView compare(Actor actor, Compared compared) throws IOException {
        Comparison made = comparison(actor, compared);
        return view(ReportKind.LEAVERS, COMPARISON, made.report(), made.cover());
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    byte[] exportComparison(Actor actor, Compared compared) throws IOException {
        Comparison made = comparison(actor, compared);
        return evidence.handOver(actor, COMPARISON, made.cover(), ReportTable.of(made.report()));
    }

    private Comparison comparison(Actor actor, Compared compared) throws IOException {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Instant now = clock.now();
        List<LeaverMatch.Notice> notices = LeaverList.read(compared.list(), model);
        Optional<LeaverMatch.Period> named = LeaverMatch.Period.of(notices);
        Optional<LocalDate> from = compared.from().or(() -> named.map(LeaverMatch.Period::from));
        Optional<LocalDate> until = compared.until().or(() -> named.map(LeaverMatch.Period::until));
        if (from.isPresent() && until.filter(from.get()::isAfter).isPresent()) {
            throw Problem.badField(
                    "from",
                    "leavers.period",
                    "The list cannot cover days from " + Days.words(from.get()) + " until " + Days.words(until.get())
                            + ". Set the first day to one before the last.");
        }
        Optional<LeaverMatch.Period> period =
                from.flatMap(first -> until.map(last -> new LeaverMatch.Period(first, last)));
        ReportFilter filter = new ReportFilter(
                model, now, compared.unit().map(id -> unit(id, model).id()), Optional.empty());
        Report report = heavy.run(
                notices.size() >= HeavyWork.LONG,
                LongWork.What.of("Comparing leavers with a list", "/reports/leavers"),
                () -> LeaverMatch.of(filter, settings.zone(), notices, period));
        List<String> words = new ArrayList<>();
        words.add("a list of " + notices.size() + (notices.size() == 1 ? " line" : " lines"));
        period.ifPresent(
                days -> words.add("last days from " + Days.words(days.from()) + " to " + Days.words(days.until())));
        compared.unit().ifPresent(id -> words.add("unit " + unit(id, model).name() + " and below"));
        Evidence.About about = new Evidence.About(now, snapshot.version(), model, tenant -> false);
        return new Comparison(
                report, evidence.cover(actor, about, words, report.rows().size()));
    }

    private Made made(Wanted wanted) {
        return heavy.run(
                wanted.day().isPresent(),
                LongWork.What.of(
                        "Report “" + wanted.kind().title() + "” for "
                                + wanted.day().map(Days::words).orElse("today"),
                        "/reports/" + wanted.kind().name().toLowerCase(Locale.ROOT)
                                + wanted.day().map(day -> "?day=" + day).orElse("")),
                () -> compute(wanted));
    }

    private Made compute(Wanted wanted) {
        Instant now = clock.now();
        Instant at =
                wanted.day().map(this::endOf).filter(end -> end.isBefore(now)).orElse(now);
        wanted.day().ifPresent(day -> checkDay(day, now));
        Snapshot snapshot = at.equals(now) ? snapshots.current() : past.at(at);
        Model model = snapshot.model();
        ReportFilter filter = new ReportFilter(
                model,
                at,
                wanted.unit().map(id -> unit(id, model).id()),
                wanted.tenant().map(id -> tenant(id, model).id()));
        Report report = switch (wanted.kind()) {
            case PEOPLE -> PeopleReports.perApplication(filter);
            case MOVEMENTS -> PeopleReports.movements(filter, settings.zone());
            case LEAVERS -> leavers.of(filter, settings.zone(), LEAVER_DAYS);
            case UNOWNED -> PeopleReports.unowned(filter);
            case ROLES -> roles(snapshot, filter);
            case SEATS -> SeatReports.use(filter);
            case COSTS -> SeatReports.costs(filter, prices.prices());
            case LOG -> log.of(LocalDate.ofInstant(at, settings.zone()), LOG_DAYS);
        };
        return new Made(report, at, snapshot.version(), model);
    }

    private Report roles(Snapshot snapshot, ReportFilter filter) {
        try {
            return RoleReport.of(snapshot.index(), filter, settings.zone());
        } catch (RoleReport.TooLong tooLong) {
            throw new Problem(
                    422,
                    "report.too-long",
                    "This report has " + tooLong.getMessage() + ". Narrow it to a unit or a tenant.");
        }
    }

    private Instant endOf(LocalDate day) {
        return Days.beginning(day.plusDays(1).toString(), 0, settings.zone()).minusSeconds(1);
    }

    private void checkDay(LocalDate day, Instant now) {
        LocalDate today = LocalDate.ofInstant(now, settings.zone());
        Optional<LocalDate> first = past.beginning().map(at -> LocalDate.ofInstant(at, settings.zone()));
        if (day.isAfter(today)) {
            throw Problem.badField(
                    "day", "report.not-yet", Days.words(day) + " is still to come. Choose today or a day before it.");
        }
        if (first.filter(day::isBefore).isPresent()) {
            throw Problem.badField(
                    "day",
                    "report.before-records",
                    "Wexa has kept records since " + Days.words(first.get()) + ". Choose that day or a later one.");
        }
    }

    private static Unit unit(UUID id, Model model) {
        return model.table(Kind.UNIT)
                .find(Id.of(id))
                .orElseThrow(() ->
                        Problem.badField("unit", "unknown", "There was no such unit on that day. Choose another one."));
    }

    private static Tenant tenant(UUID id, Model model) {
        return model.tenants()
                .find(Id.of(id))
                .orElseThrow(() -> Problem.badField(
                        "tenant", "unknown", "That tenant was not connected on that day. Choose another one."));
    }

    private Cover cover(Actor actor, Wanted wanted, Made made) {
        Model model = made.model();
        List<String> filter = new ArrayList<>();
        wanted.unit().ifPresent(id -> filter.add("unit " + unit(id, model).name() + " and below"));
        wanted.tenant().ifPresent(id -> filter.add("tenant " + model.title(tenant(id, model))));
        Evidence.About about = new Evidence.About(
                made.at(),
                made.version(),
                model,
                tenant -> wanted.tenant().isEmpty()
                        || wanted.tenant().get().equals(tenant.id().value()));
        return evidence.cover(actor, about, filter, made.report().rows().size());
    }

    /** Who would lose a seat if the pool had so many, those first who need it least. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    ReportViews.SmallerPoolView losers(Actor actor, UUID tenant, String kind, int size) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Tenant found = tenant(tenant, model);
        if (!Key.accepts(kind) || model.appOf(found).seatKind(Key.of(kind)).isEmpty()) {
            throw Problem.badField("kind", "unknown", "There is no such seat kind there. Choose one from the list.");
        }
        Instant now = clock.now();
        List<SeatReports.Loser> losers = heavy.run(
                model.people().size() > SHOWN * SHOWN,
                LongWork.What.of("Ranking who would lose a seat", "/reports/seats"),
                () -> SeatReports.losers(snapshot.index(), found, Key.of(kind), size, now));
        List<LoserView> shown = losers.stream()
                .limit(SHOWN)
                .map(one -> new LoserView(
                        one.seat().id().value(),
                        one.account().id().value(),
                        one.account().userName(),
                        one.person().map(person -> person.id().value()).orElse(null),
                        one.person().map(Person::name).orElse(null),
                        one.person()
                                .flatMap(person -> MainEngagement.of(model, person.id(), now))
                                .flatMap(Engagement::staffNumber)
                                .orElse(""),
                        one.reason(),
                        one.lesser().map(App.SeatKind::name).orElse(null),
                        one.lesser().map(lesser -> lesser.key().text()).orElse(null),
                        one.carried()))
                .toList();
        return new ReportViews.SmallerPoolView(losers.size(), shown);
    }
}

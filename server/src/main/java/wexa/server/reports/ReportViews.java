package wexa.server.reports;

import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.reporting.Report;
import wexa.core.reporting.SeatReports;
import wexa.server.evidence.Cover;

/** Reports as screens show them. */
public final class ReportViews {
    private ReportViews() {}

    /**
     * A report.
     *
     * @param rows the first of them
     * @param total how many there are
     * @param since the first day for which there are records
     */
    public record ReportView(
            ReportKind kind,
            String title,
            List<ReportColumn> columns,
            List<List<String>> rows,
            int total,
            String measure,
            List<ReportBar> bars,
            Cover cover,
            @Nullable LocalDate since) {}

    public record ReportColumn(String name, Report.Sort sort) {}

    /** @param series what else tells bars of one label apart; empty where nothing does */
    public record ReportBar(String label, String series, double value) {}

    /**
     * What a smaller pool comes to.
     *
     * @param total how many would lose their seat
     * @param losers the first of them
     */
    public record SmallerPoolView(int total, List<LoserView> losers) {}

    /**
     * Who would lose a seat.
     *
     * @param lesserKind the kind of seat that would do instead
     * @param carried how much of what they can do only this kind of seat carries
     */
    public record LoserView(
            UUID seat,
            UUID account,
            String userName,
            @Nullable UUID person,
            @Nullable String name,
            String number,
            SeatReports.Reason reason,
            @Nullable String lesser,
            @Nullable String lesserKind,
            int carried) {}
}

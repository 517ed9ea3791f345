package wexa.server.log;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.change.Days;
import wexa.core.reporting.Report;
import wexa.core.reporting.Report.Bar;
import wexa.core.reporting.Report.Column;
import wexa.core.reporting.Report.Sort;
import wexa.server.wiring.Settings;

/** How much the log says of each day. */
@Component
public class DailyLines {
    private final Log.Rows rows;
    private final ZoneId zone;

    DailyLines(Log.Rows rows, Settings settings) {
        this.rows = rows;
        this.zone = settings.zone();
    }

    /** Lines of each of the last days up to one, and who wrote most of them; days without lines are left out. */
    @Transactional(readOnly = true)
    public Report of(LocalDate last, int days) {
        List<List<String>> table = new ArrayList<>();
        List<Bar> bars = new ArrayList<>();
        for (int back = days - 1; back >= 0; back--) {
            LocalDate day = last.minusDays(back);
            Map<String, Long> byActor = new TreeMap<>();
            rows.countByActor(beginning(day), beginning(day.plusDays(1)))
                    .forEach(count -> byActor.put(count.actor(), count.lines()));
            long all = byActor.values().stream().mapToLong(Long::longValue).sum();
            if (all > 0) {
                byActor.forEach((actor, lines) -> table.add(List.of(day.toString(), actor, lines.toString())));
                bars.add(new Bar(day.toString(), "", all));
            }
        }
        return new Report(
                List.of(
                        new Column("Day", Sort.DAY),
                        new Column("By", Sort.TEXT),
                        new Column("Lines of the log", Sort.NUMBER)),
                table,
                "lines of the log",
                bars);
    }

    private Instant beginning(LocalDate day) {
        return Days.beginning(day.toString(), 0, zone);
    }
}

package wexa.server.reports;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import wexa.connect.csv.Formulas;
import wexa.core.reporting.Report;

/** A report as CSV (RFC 4180). */
final class ReportTable {
    private ReportTable() {}

    static String of(Report report) {
        StringWriter table = new StringWriter();
        try (CSVPrinter csv = new CSVPrinter(table, CSVFormat.RFC4180)) {
            csv.printRecord(report.columns().stream().map(Report.Column::name).toList());
            for (List<String> row : report.rows()) {
                csv.printRecord(row.stream().map(Formulas::defused).toList());
            }
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return table.toString();
    }
}

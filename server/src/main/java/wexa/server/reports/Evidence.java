package wexa.server.reports;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.codec.digest.DigestUtils;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import wexa.connect.csv.Formulas;
import wexa.core.change.Days;
import wexa.core.reporting.Report;
import wexa.server.reports.ReportViews.ReportCover;
import wexa.server.reports.ReportViews.TenantReading;

/**
 * A report to be handed over: an archive of the table and of a cover that names what the table is made of, and its digest.
 *
 * @param digest SHA-256 (FIPS 180-4) of the table's bytes, in hexadecimal digits
 */
record Evidence(byte[] archive, String digest) {
    static Evidence of(ReportKind kind, Report report, ReportCover cover, ZoneId zone) {
        byte[] table = table(report).getBytes(StandardCharsets.UTF_8);
        String digest = DigestUtils.sha256Hex(table);
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(all, StandardCharsets.UTF_8)) {
            put(zip, "cover.txt", cover(kind, cover, digest, zone).getBytes(StandardCharsets.UTF_8));
            put(zip, "report.csv", table);
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return new Evidence(all.toByteArray(), digest);
    }

    private static void put(ZipOutputStream zip, String name, byte[] bytes) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(bytes);
        zip.closeEntry();
    }

    private static String table(Report report) {
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

    private static String cover(ReportKind kind, ReportCover cover, String digest, ZoneId zone) {
        List<String> lines = new ArrayList<>();
        lines.add("Report: " + kind.title());
        lines.add("As of: " + Days.words(cover.at(), 0, zone) + " (" + zone + "), " + cover.at() + " in UTC");
        lines.add("Version of the records: " + cover.version());
        lines.add("Filter: " + (cover.filter().isEmpty() ? "none" : String.join("; ", cover.filter())));
        lines.add("Rows: " + cover.rows());
        lines.add("Made by: " + cover.by() + " (" + cover.login() + "), " + cover.madeAt() + " in UTC");
        lines.add("SHA-256 of report.csv: " + digest);
        lines.add("");
        lines.add(
                "The report tells what Wexa has on record. When each tenant was last read, so that both could be compared:");
        for (TenantReading reading : cover.readings()) {
            lines.add("- " + reading.tenant() + ": "
                    + (reading.readAt() == null ? "never read" : "read " + reading.readAt() + " in UTC"));
        }
        return String.join("\r\n", lines) + "\r\n";
    }
}

package wexa.server.evidence;

import java.io.BufferedWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.codec.binary.Hex;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.change.Days;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.log.Notes;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.rights.Actor;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** Hands tables over: an archive of the table and of its cover, whose digest stands in the log. */
@Component
public class Evidence {
    private final Observations observations;
    private final Notes notes;
    private final BusinessClock clock;
    private final Settings settings;
    private final TransactionTemplate transactions;

    Evidence(
            Observations observations,
            Notes notes,
            BusinessClock clock,
            Settings settings,
            TransactionTemplate transactions) {
        this.observations = observations;
        this.notes = notes;
        this.clock = clock;
        this.settings = settings;
        this.transactions = transactions;
    }

    /** What a table is about: when, which model, and which of its tenants. */
    public record About(Instant at, long version, Model model, Predicate<Tenant> tenants) {}

    public Cover cover(Actor actor, About about, List<String> filter, int rows) {
        Map<Id<Tenant>, Freshness> freshness = observations.freshness();
        List<Cover.TenantReading> readings = about.model().tenants().stream()
                .filter(about.tenants())
                .sorted(Comparator.comparing(about.model()::title))
                .map(tenant -> new Cover.TenantReading(
                        about.model().title(tenant),
                        Optional.ofNullable(freshness.get(tenant.id()))
                                .flatMap(Freshness::doneAt)
                                .orElse(null)))
                .toList();
        return new Cover(about.at(), about.version(), filter, rows, actor.name(), actor.login(), clock.now(), readings);
    }

    /** What writes a table as CSV (RFC 4180). */
    @FunctionalInterface
    public interface Table {
        /** Returns how many rows were written, the line of names not counted. */
        int writeTo(Writer out) throws IOException;
    }

    /** What a table shows, where it is not a report of what Wexa has on record. */
    static final String AS_SHOWN =
            "The table is what the page showed to whoever exported it; its digest tells whether it was changed since.";

    private static final String ON_RECORD =
            "The report shows what Wexa has on record. To compare it with the tenants, see when each was last read:";

    /**
     * The table with its cover. The digest is the SHA-256 (FIPS 180-4) of the table's bytes, in hexadecimal digits; the
     * cover and the log have it.
     *
     * @param title what the table is called
     * @param table as CSV (RFC 4180)
     */
    public byte[] handOver(Actor actor, String title, Cover cover, String table) {
        return handOver(actor, title, cover, ON_RECORD, out -> {
            out.write(table);
            return cover.rows();
        });
    }

    /**
     * The table, written as it goes into the archive, so that only the archive is held in memory.
     *
     * @param cover whose rows are counted while they are written
     * @param about what the table tells, in a sentence
     */
    byte[] handOver(Actor actor, String title, Cover cover, String about, Table table) {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        MessageDigest sha256 = DigestUtils.getSha256Digest();
        Cover counted;
        String digest;
        try (ZipOutputStream zip = new ZipOutputStream(all, StandardCharsets.UTF_8)) {
            zip.putNextEntry(new ZipEntry("report.csv"));
            Writer out = new BufferedWriter(
                    new OutputStreamWriter(new DigestOutputStream(zip, sha256), StandardCharsets.UTF_8));
            counted = cover.withRows(table.writeTo(out));
            out.flush();
            zip.closeEntry();
            digest = Hex.encodeHexString(sha256.digest());
            zip.putNextEntry(new ZipEntry("cover.txt"));
            zip.write(text(title, counted, about, digest, settings.zone()).getBytes(StandardCharsets.UTF_8));
            zip.closeEntry();
        } catch (IOException impossible) {
            // what is written stays in memory
            throw new UncheckedIOException(impossible);
        }
        transactions.executeWithoutResult(status -> notes.write(
                actor.login(),
                "export “" + title + "” as of " + counted.at() + ", " + counted.rows() + " rows, SHA-256 " + digest));
        return all.toByteArray();
    }

    private static String text(String title, Cover cover, String about, String digest, ZoneId zone) {
        List<String> lines = new ArrayList<>();
        lines.add("Report: " + title);
        lines.add("As of: " + Days.words(cover.at(), 0, zone) + " (" + zone + "), " + cover.at() + " in UTC");
        lines.add("Version of the records: " + cover.version());
        lines.add("Filter: " + (cover.filter().isEmpty() ? "none" : String.join("; ", cover.filter())));
        lines.add("Rows: " + cover.rows());
        lines.add("Made by: " + cover.by() + " (" + cover.login() + "), " + cover.madeAt() + " in UTC");
        lines.add("SHA-256 of report.csv: " + digest);
        lines.add("");
        lines.add(about);
        for (Cover.TenantReading reading : cover.readings()) {
            lines.add("- " + reading.tenant() + ": "
                    + (reading.readAt() == null ? "never read" : "read " + reading.readAt() + " in UTC"));
        }
        return String.join("\r\n", lines) + "\r\n";
    }
}

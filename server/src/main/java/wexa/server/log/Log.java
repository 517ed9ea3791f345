package wexa.server.log;

import java.security.SecureRandom;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.model.Effect;
import wexa.core.preview.Histories;
import wexa.core.preview.Preview;
import wexa.core.value.Id;
import wexa.server.database.NewRows;
import wexa.server.wiring.Days;

/** The log. Lines are written with their changeset, under the head's lock: that is what keeps the numbers without gaps. */
@Component
public class Log {
    private final Rows rows;
    private final NewRows newRows;
    private final Subjects subjects;
    private final LogChain chain;
    private final SecureRandom random;

    /** Rows of the log. */
    interface Rows extends JpaRepository<LogRow, Long> {
        @Query("select coalesce(max(line.number), 0) from LogRow line")
        long last();

        List<LogRow> findByChangesetVersionOrderByNumber(long version);

        List<LogRow> findByNumberBetween(long first, long last);

        /** The first line that no link of the chain binds. */
        @Query("select min(line.number) from LogRow line"
                + " where not exists (select link from LinkRow link where link.number = line.number)")
        @Nullable
        Long unbound();

        @Query("select line from LogRow line where (:pattern = '%' or lower(line.sentence) like :pattern escape '!'"
                + " or lower(line.reason) like :pattern escape '!' or lower(line.ticket) like :pattern escape '!')"
                + " and (:actor = '' or line.actor = :actor) and line.at >= :from and line.at < :until"
                + " and line.number < :before order by line.number desc")
        List<LogRow> search(String pattern, String actor, Instant from, Instant until, long before, Limit limit);

        @Query("select distinct line.actor from LogRow line order by line.actor")
        List<String> actors();

        /** How many lines somebody wrote. */
        record Count(String actor, long lines) {}

        @Query("select new wexa.server.log.Log$Rows$Count(line.actor, count(line)) from LogRow line"
                + " where line.at >= :from and line.at < :until group by line.actor")
        List<Count> countByActor(Instant from, Instant until);

        @Query("select new wexa.server.log.Log$Rows$Count(line.actor, count(line)) from LogRow line"
                + " where (:pattern = '%' or lower(line.sentence) like :pattern escape '!'"
                + " or lower(line.reason) like :pattern escape '!' or lower(line.ticket) like :pattern escape '!')"
                + " and line.at >= :from and line.at < :until group by line.actor")
        List<Count> countLike(String pattern, Instant from, Instant until);

        @Query("select line from LogRow line join LogSubjectRow about on about.name.number = line.number"
                + " where about.name.factId = :fact order by line.number desc")
        List<LogRow> about(UUID fact, Limit limit);

        @Query("select about.name.factId as fact, max(line.at) as at from LogRow line"
                + " join LogSubjectRow about on about.name.number = line.number"
                + " where line.at >= :since and line.number > (select max(one.number) from LogRow one) - :lines"
                + " group by about.name.factId")
        List<LastWritten> touched(Instant since, long lines);
    }

    /** A fact and when it was last written about. */
    interface LastWritten {
        UUID getFact();

        Instant getAt();
    }

    /** Rows of subjects. */
    interface Subjects extends JpaRepository<LogSubjectRow, LogSubjectRow.Name> {}

    /** What is older than these is not new to anybody, however much was done at once. */
    private static final long MOST_LINES_LOOKED_AT = 1_000;

    /** A line to be written: the sentence and the facts it is about. */
    public record Line(String sentence, Set<UUID> about) {
        /** Told in the histories of all that the effects are about. */
        public static Line of(String sentence, List<Effect> effects, Preview preview) {
            return new Line(
                    sentence,
                    Histories.of(effects, preview.snapshot().model(), preview.model()).facts().stream()
                            .map(Id::value)
                            .collect(Collectors.toSet()));
        }
    }

    /** A line as it was written. */
    public record Written(
            long number, Instant at, String actor, String sentence, long changeset, String reason, String ticket) {}

    Log(Rows rows, Subjects subjects, LogChain chain, NewRows newRows, SecureRandom random) {
        this.chain = chain;
        this.random = random;
        this.newRows = newRows;
        this.rows = rows;
        this.subjects = subjects;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void write(long changeset, Instant at, String actor, List<Line> lines) {
        write(changeset, at, actor, Reason.NONE, lines);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void write(long changeset, Instant at, String actor, Reason reason, List<Line> lines) {
        Optional<LinkRow> last = chain.last();
        // also where texts at the end are gone, no number is given twice
        long number = Math.max(rows.last(), last.map(row -> row.number).orElse(0L));
        List<LogRow> written = new ArrayList<>(lines.size());
        List<LogSubjectRow> about = new ArrayList<>();
        List<LinkRow> links = new ArrayList<>(lines.size());
        String previous = last.map(row -> row.hash).orElse(Link.NONE);
        for (Line line : lines) {
            LogRow row = new LogRow();
            row.number = ++number;
            row.at = at.truncatedTo(ChronoUnit.MICROS);
            row.actor = actor;
            row.sentence = line.sentence();
            row.changesetVersion = changeset;
            row.reason = reason.text();
            row.ticket = reason.ticket();
            byte[] salt = new byte[Link.SALT_BYTES];
            random.nextBytes(salt);
            row.salt = HexFormat.of().formatHex(salt);
            Link link = Link.after(previous, row.text(), salt);
            previous = link.hash();
            links.add(new LinkRow(link));
            written.add(row);
            for (UUID fact : line.about()) {
                about.add(new LogSubjectRow(new LogSubjectRow.Name(fact, row.number)));
            }
        }
        newRows.insert(written);
        newRows.insert(about);
        newRows.insert(links);
    }

    /**
     * Which lines: with the text in their sentence, reason or ticket, by whom, in which span. Empty texts and open ends let
     * everything through.
     */
    public record Wanted(String text, String actor, Instant from, Instant until) {
        /** Everything that was ever written. */
        public static final Wanted ALL = new Wanted("", "", Instant.EPOCH, Instant.parse("9999-12-31T00:00:00Z"));

        /** As somebody asks for them, by a first and a last day in a zone. */
        public static Wanted of(
                String text, String actor, @Nullable LocalDate first, @Nullable LocalDate last, ZoneId zone) {
            return new Wanted(
                    text.strip(),
                    actor.strip(),
                    first == null ? ALL.from() : Days.beginning(first, zone),
                    last == null
                            ? ALL.until()
                            : last.getYear() > 9998 ? Days.LAST : Days.beginning(last.plusDays(1), zone));
        }
    }

    /** What was typed is text, also where it has signs that mean something in a pattern. */
    private static String pattern(String text) {
        String plain = text.toLowerCase(Locale.ROOT).replaceAll("([%_!])", "!$1");
        return plain.isEmpty() ? "%" : "%" + plain + "%";
    }

    /** How many of the lines that are wanted each of their writers wrote, whoever is wanted; most first. */
    @Transactional(readOnly = true)
    public Map<String, Long> counts(Wanted wanted) {
        Map<String, Long> counts = new LinkedHashMap<>();
        rows.countLike(pattern(wanted.text()), wanted.from(), wanted.until()).stream()
                .sorted(Comparator.comparingLong(Rows.Count::lines).reversed().thenComparing(Rows.Count::actor))
                .forEach(one -> counts.put(one.actor(), one.lines()));
        return counts;
    }

    /** Newest first, older than the given number. */
    @Transactional(readOnly = true)
    public List<Written> read(Wanted wanted, long before, int limit) {
        return rows
                .search(pattern(wanted.text()), wanted.actor(), wanted.from(), wanted.until(), before, Limit.of(limit))
                .stream()
                .map(Log::written)
                .toList();
    }

    /** Lines of one changeset, in the order of their writing. */
    @Transactional(readOnly = true)
    public List<Written> of(long changeset) {
        return rows.findByChangesetVersionOrderByNumber(changeset).stream()
                .map(Log::written)
                .toList();
    }

    /** Everybody who ever wrote a line. */
    @Transactional(readOnly = true)
    public List<String> actors() {
        return rows.actors();
    }

    @Transactional(readOnly = true)
    public List<Written> about(UUID fact, int limit) {
        return rows.about(fact, Limit.of(limit)).stream().map(Log::written).toList();
    }

    /** What was written about since then, and when last; only the newest lines are looked at. */
    @Transactional(readOnly = true)
    public Map<UUID, Instant> touched(Instant since) {
        Map<UUID, Instant> found = new HashMap<>();
        rows.touched(since, MOST_LINES_LOOKED_AT).forEach(one -> found.put(one.getFact(), one.getAt()));
        return found;
    }

    private static Written written(LogRow row) {
        return new Written(row.number, row.at, row.actor, row.sentence, row.changesetVersion, row.reason, row.ticket);
    }
}

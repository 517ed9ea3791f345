package wexa.server.log;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The log. Lines are written with their changeset, under the head's lock: that is what keeps the numbers without gaps. */
@Component
public class Log {
    private final Rows rows;
    private final Subjects subjects;

    /** Rows of the log. */
    interface Rows extends JpaRepository<LogRow, Long> {
        @Query("select coalesce(max(line.number), 0) from LogRow line")
        long last();

        List<LogRow> findByNumberLessThanOrderByNumberDesc(long before, Limit limit);

        @Query("select line from LogRow line where lower(line.sentence) like :pattern and line.number < :before"
                + " order by line.number desc")
        List<LogRow> search(String pattern, long before, Limit limit);

        @Query("select line from LogRow line join LogSubjectRow about on about.name.number = line.number"
                + " where about.name.factId = :fact order by line.number desc")
        List<LogRow> about(UUID fact, Limit limit);
    }

    /** Rows of subjects. */
    interface Subjects extends JpaRepository<LogSubjectRow, LogSubjectRow.Name> {}

    /** A line to be written: the sentence and the facts it is about. */
    public record Line(String sentence, Set<UUID> about) {}

    /** A line as it was written. */
    public record Written(long number, Instant at, String actor, String sentence, long changeset) {}

    Log(Rows rows, Subjects subjects) {
        this.rows = rows;
        this.subjects = subjects;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void write(long changeset, Instant at, String actor, List<Line> lines) {
        long number = rows.last();
        for (Line line : lines) {
            LogRow row = new LogRow();
            row.number = ++number;
            row.at = at;
            row.actor = actor;
            row.sentence = line.sentence();
            row.changesetVersion = changeset;
            rows.save(row);
            for (UUID fact : line.about()) {
                subjects.save(new LogSubjectRow(new LogSubjectRow.Name(fact, row.number)));
            }
        }
    }

    /** Newest first, older than the given number; only lines with the text in them, if there is any. */
    @Transactional(readOnly = true)
    public List<Written> read(String text, long before, int limit) {
        List<LogRow> found = text.isEmpty()
                ? rows.findByNumberLessThanOrderByNumberDesc(before, Limit.of(limit))
                : rows.search(
                        "%" + text.toLowerCase(java.util.Locale.ROOT).replace("%", "") + "%", before, Limit.of(limit));
        return found.stream().map(Log::written).toList();
    }

    @Transactional(readOnly = true)
    public List<Written> about(UUID fact, int limit) {
        return rows.about(fact, Limit.of(limit)).stream().map(Log::written).toList();
    }

    private static Written written(LogRow row) {
        return new Written(row.number, row.at, row.actor, row.sentence, row.changesetVersion);
    }
}

package wexa.server.scheduled;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Drafts that are to be applied later, in rows. */
@Component
class Schedules {
    private final Rows rows;

    /** A row for each draft at most. */
    interface Rows extends JpaRepository<ScheduledRow, UUID> {
        List<ScheduledRow> findByFailedAtIsNullAndDueLessThanEqualOrderByDue(Instant now);

        List<ScheduledRow> findByFailedAtIsNotNullOrderByFailedAt();
    }

    Schedules(Rows rows) {
        this.rows = rows;
    }

    @Transactional(readOnly = true)
    public Optional<Scheduled> of(UUID draft) {
        return rows.findById(draft).map(Schedules::scheduled);
    }

    @Transactional(readOnly = true)
    public List<Scheduled> due(Instant now) {
        return rows.findByFailedAtIsNullAndDueLessThanEqualOrderByDue(now).stream()
                .map(Schedules::scheduled)
                .toList();
    }

    @Transactional(readOnly = true)
    public List<Scheduled> failed() {
        return rows.findByFailedAtIsNotNullOrderByFailedAt().stream()
                .map(Schedules::scheduled)
                .toList();
    }

    /** In place of what was said before. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void put(Scheduled one) {
        ScheduledRow row = rows.findById(one.draft()).orElseGet(ScheduledRow::new);
        row.draftId = one.draft();
        row.draftVersion = one.draftVersion();
        row.due = one.due();
        row.login = one.login();
        row.requestId = one.requestId();
        row.outline = one.outline();
        row.failedAt = null;
        row.detail = "";
        rows.save(row);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void fail(UUID draft, Instant at, String detail) {
        rows.findById(draft).ifPresent(row -> {
            row.failedAt = at;
            row.detail = detail;
            rows.save(row);
        });
    }

    @Transactional
    public void remove(UUID draft) {
        rows.findById(draft).ifPresent(rows::delete);
    }

    private static Scheduled scheduled(ScheduledRow row) {
        return new Scheduled(
                row.draftId,
                row.draftVersion,
                row.due,
                row.login,
                row.requestId,
                row.outline,
                Optional.ofNullable(row.failedAt).map(at -> new Scheduled.Failure(at, row.detail)));
    }
}

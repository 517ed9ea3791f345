package wexa.server.jobs;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** Rows of jobs. */
interface JobRows extends JpaRepository<JobRow, UUID> {
    @Query("select coalesce(max(job.number), 0) from JobRow job")
    long last();

    List<JobRow> findByNumberLessThanOrderByNumberDesc(long before, Limit limit);

    Optional<JobRow> findByChangesetVersion(long version);
}

/** Rows of steps. */
interface StepRows extends JpaRepository<StepRow, UUID> {
    List<StepRow> findByJobIdOrderByPlace(UUID jobId);

    List<StepRow> findByJobIdInOrderByPlace(Collection<UUID> jobIds);

    @Query("select step from StepRow step, JobRow job where job.id = step.jobId and step.tenantId = :tenant"
            + " and step.state in ('WAITING', 'SENT', 'UNKNOWN') order by job.number, step.place")
    List<StepRow> open(UUID tenant, Limit limit);

    @Query("select step from StepRow step where step.state = 'REFUSED' or"
            + " (step.state in ('WAITING', 'UNKNOWN') and step.attempts > 1) order by step.dueAt")
    List<StepRow> hanging(Limit limit);

    @Modifying
    @Query("update StepRow step set step.state = 'SENT', step.attempts = step.attempts + 1, step.sentAt = :now"
            + " where step.id = :id and step.state in ('WAITING', 'UNKNOWN', 'SENT')")
    int markSent(UUID id, Instant now);
}

package wexa.server.jobs;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
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
    @Query(
            "select distinct step.tenantId from StepRow step where step.jobId = :job and step.state in ('WAITING', 'SENT', 'UNKNOWN')")
    Set<UUID> openTenants(UUID job);

    /** How many steps of a job are in a state. */
    record Count(UUID jobId, String state, long steps) {}

    @Query("select new wexa.server.jobs.StepRows$Count(step.jobId, step.state, count(step)) from StepRow step"
            + " where step.jobId in :jobs group by step.jobId, step.state")
    List<Count> count(Collection<UUID> jobs);

    /** How many steps of a job are in a state in one tenant, and how often they were sent. */
    record TenantCount(UUID tenantId, String state, long steps, long tries) {}

    @Query("select new wexa.server.jobs.StepRows$TenantCount(step.tenantId, step.state, count(step),"
            + " sum(step.attempts)) from StepRow step"
            + " where step.jobId = :job group by step.tenantId, step.state order by min(step.place)")
    List<TenantCount> countByTenant(UUID job);

    List<StepRow> findByJobIdAndTenantIdOrderByPlace(UUID jobId, UUID tenantId);

    /** Those that want a hand first, then those on their way, then those that wait, in the order of their places. */
    @Query("select step from StepRow step where step.jobId = :job and step.tenantId = :tenant"
            + " order by case step.state when 'REFUSED' then 0 when 'UNKNOWN' then 1 when 'SENT' then 2 when 'WAITING' then 3"
            + " else 4 end, step.place")
    List<StepRow> mostUrgent(UUID job, UUID tenant, Limit limit);

    /** A step that is not done, and what it needs. */
    record Standing(int place, String needs, String state) {}

    @Query(
            "select new wexa.server.jobs.StepRows$Standing(step.place, step.needs, step.state) from StepRow step"
                    + " where step.jobId = :job and step.state in ('WAITING', 'SENT', 'UNKNOWN', 'REFUSED') order by step.place")
    List<Standing> unfinished(UUID job);

    /** What a lane looks at to choose its next step: not what the step carries. */
    record OpenStep(
            UUID id,
            UUID jobId,
            int place,
            String needs,
            String state,
            Instant dueAt,
            @Nullable Instant sentAt) {}

    @Query("select new wexa.server.jobs.StepRows$OpenStep(step.id, step.jobId, step.place, step.needs, step.state,"
            + " step.dueAt, step.sentAt) from StepRow step, JobRow job"
            + " where job.id = step.jobId and step.tenantId = :tenant"
            + " and step.state in ('WAITING', 'SENT', 'UNKNOWN') order by job.number, step.place")
    List<OpenStep> open(UUID tenant, Limit limit);

    /** A step's place in its job. */
    record Place(UUID jobId, int place) {}

    @Query("select new wexa.server.jobs.StepRows$Place(step.jobId, step.place) from StepRow step"
            + " where step.tenantId = :tenant and step.state = 'REFUSED'")
    Set<Place> refused(UUID tenant);

    @Query("select step from StepRow step where step.state = 'REFUSED' or"
            + " (step.state in ('WAITING', 'UNKNOWN') and step.attempts > 1) order by step.dueAt")
    List<StepRow> hanging(Limit limit);

    @Query("select step from StepRow step, JobRow job where job.id = step.jobId and job.createdAt >= :since"
            + " and step.kind = 'CARRY' order by job.number, step.place")
    List<StepRow> carriedSince(Instant since);

    @Modifying
    @Query("update StepRow step set step.state = 'SKIPPED', step.detail = :detail, step.finishedAt = :now"
            + " where step.jobId = :job and step.state = 'WAITING'")
    int skipWaiting(UUID job, String detail, Instant now);

    @Modifying
    @Query("update StepRow step set step.state = 'SENT', step.attempts = step.attempts + 1, step.sentAt = :now"
            + " where step.id = :id and step.state in ('WAITING', 'UNKNOWN', 'SENT')")
    int markSent(UUID id, Instant now);
}

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

    /** Those that need attention first, then those on their way, then those that wait, in the order of their places. */
    @Query("select step from StepRow step where step.jobId = :job and step.tenantId = :tenant order by case step.state"
            + " when 'REFUSED' then 0 when 'DIFFERS' then 0 when 'BY_HAND' then 0 when 'UNKNOWN' then 1 when 'SENT' then 2 when 'WAITING' then 3"
            + " else 4 end, step.place")
    List<StepRow> mostUrgent(UUID job, UUID tenant, Limit limit);

    /** A step that is not done, and what it needs. */
    record Standing(UUID id, UUID tenantId, String kind, String object, boolean makes, String needs, String state) {}

    @Query("select new wexa.server.jobs.StepRows$Standing(step.id, step.tenantId, step.kind, step.object, step.makes,"
            + " step.needs, step.state) from StepRow step where step.jobId = :job and step.state in ('WAITING', 'BY_HAND',"
            + " 'SENT', 'UNKNOWN', 'REFUSED') order by step.place")
    List<Standing> unfinished(UUID job);

    /** Objects that were to be made in a tenant, and were refused there. */
    @Query("select step.object from StepRow step"
            + " where step.tenantId = :tenant and step.makes = true and step.state = 'REFUSED'")
    Set<String> refusedObjects(UUID tenant);

    /** What a lane looks at to choose its next step: not what the step carries. */
    record OpenStep(
            UUID id,
            String kind,
            String object,
            int phase,
            boolean makes,
            boolean urgent,
            String needs,
            String state,
            Instant dueAt,
            @Nullable Instant sentAt) {}

    @Query("select new wexa.server.jobs.StepRows$OpenStep(step.id, step.kind, step.object, step.phase, step.makes,"
            + " step.urgent, step.needs, step.state, step.dueAt, step.sentAt) from StepRow step, JobRow job"
            + " where job.id = step.jobId and step.tenantId = :tenant"
            + " and step.state in ('WAITING', 'SENT', 'UNKNOWN') order by step.urgent desc, job.number, step.place")
    List<OpenStep> open(UUID tenant, Limit limit);

    /** Those that take somebody the way in: they are looked at before all others, of which there may be many. */
    @Query("select new wexa.server.jobs.StepRows$OpenStep(step.id, step.kind, step.object, step.phase, step.makes,"
            + " step.urgent, step.needs, step.state, step.dueAt, step.sentAt) from StepRow step, JobRow job"
            + " where job.id = step.jobId and step.tenantId = :tenant and step.urgent = true"
            + " and step.state in ('WAITING', 'SENT', 'UNKNOWN') order by job.number, step.place")
    List<OpenStep> openUrgent(UUID tenant);

    /** Where a step changes something, and what. */
    record Place(UUID tenantId, String object) {}

    @Query("select new wexa.server.jobs.StepRows$Place(step.tenantId, step.object) from StepRow step where step.id in"
            + " :ids")
    Set<Place> placesOfSteps(Collection<UUID> ids);

    @Query("select distinct new wexa.server.jobs.StepRows$Place(step.tenantId, step.object) from StepRow step"
            + " where step.jobId = :job and step.state in ('WAITING', 'BY_HAND', 'SENT', 'UNKNOWN')")
    Set<Place> placesOfJob(UUID job);

    @Query("select step.body from StepRow step where step.id = :id")
    String body(UUID id);

    /** Objects to which something is on its way, or may be. */
    @Query("select step.object from StepRow step"
            + " where step.tenantId = :tenant and step.kind <> 'ASK' and step.state in ('SENT', 'UNKNOWN')")
    Set<String> objectsOnTheirWay(UUID tenant);

    /** Of these objects, those that are still to be made in the tenant, or were refused there. */
    @Query("select step.object from StepRow step where step.tenantId = :tenant and step.object in :objects"
            + " and step.makes = true and step.state in ('WAITING', 'BY_HAND', 'SENT', 'UNKNOWN', 'REFUSED')")
    Set<String> unmade(UUID tenant, Collection<String> objects);

    @Query("select count(step) > 0 from StepRow step where step.tenantId = :tenant and step.object in :objects"
            + " and step.kind <> 'ASK' and step.state in ('WAITING', 'BY_HAND', 'SENT', 'UNKNOWN')")
    boolean isAnyOpen(UUID tenant, Collection<String> objects);

    /** Steps of whatever job about these objects that were not carried out. */
    @Query("select step from StepRow step where step.tenantId = :tenant and step.object in :objects"
            + " and step.kind = 'CARRY' and step.state in ('WAITING', 'BY_HAND', 'SENT', 'UNKNOWN', 'REFUSED')")
    List<StepRow> notCarriedOut(UUID tenant, Collection<String> objects);

    /** A step about an object: how it stands, and when it was sent. */
    record Sending(String object, String state, @Nullable Instant sentAt, UUID job, long jobNumber) {}

    /** Steps about these objects, the oldest first, but for those in whose place a later one stands. */
    @Query("select new wexa.server.jobs.StepRows$Sending(step.object, step.state, step.sentAt, job.id, job.number)"
            + " from StepRow step, JobRow job where job.id = step.jobId and step.tenantId = :tenant"
            + " and step.object in :objects and step.kind <> 'ASK' and step.state <> 'SUPERSEDED'"
            + " order by job.number, step.place")
    List<Sending> sendings(UUID tenant, Collection<String> objects);

    /** Everything that was sent about some objects of a tenant, the oldest first. */
    @Query(
            "select new wexa.server.jobs.StepRows$Told(step.subject, step.state, step.detail, step.sentAt, step.finishedAt)"
                    + " from StepRow step, JobRow job where job.id = step.jobId and step.tenantId = :tenant"
                    + " and step.object in :objects and step.state <> 'SUPERSEDED' order by job.number, step.place")
    List<Told> told(UUID tenant, Collection<String> objects);

    /** What a step was, and what came of it. */
    record Told(
            String subject,
            String state,
            String detail,
            @Nullable Instant sentAt,
            @Nullable Instant finishedAt) {}

    /** How a step stands that takes somebody the way into a tenant, in the newest job that has one. */
    record Closing(
            String state,
            String detail,
            Instant begunAt,
            @Nullable Instant finishedAt,
            @Nullable String confirmedBy,
            UUID job,
            UUID step) {}

    @Query("select new wexa.server.jobs.StepRows$Closing(step.state, step.detail, job.createdAt, step.finishedAt,"
            + " step.confirmedBy, job.id, step.id) from StepRow step, JobRow job where job.id = step.jobId and step.tenantId = :tenant and"
            + " step.object = :object and step.urgent = true and step.state <> 'SUPERSEDED' order by job.number"
            + " desc, step.place desc")
    List<Closing> closings(UUID tenant, String object, Limit limit);

    /** Accounts whose closing was read back, or confirmed, since. */
    @Query("select distinct step.object from StepRow step where step.urgent = true and step.state = 'DONE'"
            + " and step.object like 'ACCOUNT:%' and step.finishedAt >= :since")
    List<String> closedSince(Instant since);

    String HANGS = "(step.state in ('REFUSED', 'DIFFERS')"
            + " or (step.state in ('WAITING', 'UNKNOWN') and step.attempts > 1))";

    /** What was refused comes before what shows otherwise, and that before what waits. */
    String URGENCY = "case when step.state = 'REFUSED' then 0 when step.state = 'DIFFERS' then 1 else 2 end";

    /** The jobs of which a step hangs, the most urgent first. */
    @Query("select step.jobId from StepRow step where " + HANGS + " group by step.jobId order by min(" + URGENCY
            + "), min(step.dueAt)")
    List<UUID> hangingJobs(Limit limit);

    /** The steps of a job that hang, the most urgent first. */
    @Query("select step from StepRow step where step.jobId = :job and " + HANGS + " order by " + URGENCY
            + ", step.dueAt")
    List<StepRow> hanging(UUID job, Limit limit);

    @Query("select step from StepRow step, JobRow job where job.id = step.jobId and job.createdAt >= :since"
            + " and step.kind = 'CARRY' and step.state <> 'SUPERSEDED' order by job.number, step.place")
    List<StepRow> carriedSince(Instant since);

    @Modifying
    @Query("update StepRow step set step.state = 'SKIPPED', step.detail = :detail, step.finishedAt = :now"
            + " where step.jobId = :job and step.state in ('WAITING', 'BY_HAND')")
    int skipWaiting(UUID job, String detail, Instant now);

    /** What is on its way is followed to its end, and not tried again if nothing was done. */
    @Modifying
    @Query("update StepRow step set step.stopped = :detail"
            + " where step.jobId = :job and step.state in ('SENT', 'UNKNOWN')")
    int stopOnTheirWay(UUID job, String detail);

    @Query("select step.stopped from StepRow step where step.id = :id")
    String stopped(UUID id);

    @Modifying
    @Query("update StepRow step set step.state = 'SUPERSEDED', step.detail = :detail, step.finishedAt = :now"
            + " where step.id in :ids and step.state in ('WAITING', 'BY_HAND', 'REFUSED')")
    int supersede(Collection<UUID> ids, String detail, Instant now);

    @Modifying
    @Query("update StepRow step set step.state = 'SENT', step.attempts = step.attempts + 1, step.sentAt = :now,"
            + " step.doubted = false where step.id = :id and step.state in ('WAITING', 'UNKNOWN', 'SENT')")
    int markSent(UUID id, Instant now);

    /**
     * Writes what came of a step, if it is still the same claim that has it: each claim counts one more attempt, so that one
     * whose time was over changes nothing any more. What is in doubt is not done.
     */
    @Modifying
    @Query("update StepRow step set step.state = :state, step.detail = :detail, step.finishedAt = :finished,"
            + " step.dueAt = coalesce(:due, step.dueAt) where step.id = :id and step.attempts = :claim"
            + " and step.state = 'SENT' and (step.doubted = false or :state <> 'DONE')")
    int settle(UUID id, int claim, String state, String detail, @Nullable Instant finished, @Nullable Instant due);

    /** A request of an earlier claim was answered only now: what the object is like has to be looked at again. */
    @Modifying
    @Query("update StepRow step set step.doubted = true,"
            + " step.state = case when step.state = 'SENT' then 'SENT' else 'UNKNOWN' end,"
            + " step.finishedAt = null, step.dueAt = :now, step.detail = :detail"
            + " where step.id = :id and step.state <> 'SKIPPED'")
    int doubt(UUID id, String detail, Instant now);

    /** Tasks for somebody in a tenant, the most urgent first, each job's in their order. */
    @Query("select step from StepRow step, JobRow job where job.id = step.jobId and step.tenantId = :tenant"
            + " and step.state = 'BY_HAND' order by step.urgent desc, job.number, step.place")
    List<StepRow> byHand(UUID tenant, Limit limit);

    /** How many tasks wait in a tenant, how many of them are overdue, and when the first is due. */
    record TasksWaiting(UUID tenantId, long tasks, long overdue, Instant due) {}

    @Query("select new wexa.server.jobs.StepRows$TasksWaiting(step.tenantId, count(step),"
            + " sum(case when step.dueAt < :now then 1 else 0 end), min(step.dueAt))"
            + " from StepRow step where step.state = 'BY_HAND' group by step.tenantId")
    List<TasksWaiting> tasksWaiting(Instant now);

    @Modifying
    @Query("update StepRow step set step.state = 'BY_HAND', step.detail = '', step.dueAt = :due"
            + " where step.id = :id and step.state = 'WAITING'")
    int handOver(UUID id, Instant due);

    /** What came of a task, or of a step that nobody has to do: only if it still waits. */
    @Modifying
    @Query(
            "update StepRow step set step.state = :state, step.detail = :detail, step.finishedAt = :now,"
                    + " step.sentAt = :sent, step.confirmedBy = :by where step.id = :id and step.state in ('WAITING', 'BY_HAND')")
    int settleTask(UUID id, String state, String detail, Instant now, @Nullable Instant sent, @Nullable String by);

    @Modifying
    @Query("update StepRow step set step.assignee = :assignee where step.tenantId = :tenant and step.id in :ids"
            + " and step.state = 'BY_HAND'")
    int assign(UUID tenant, Collection<UUID> ids, @Nullable UUID assignee);
}

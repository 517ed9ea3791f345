package wexa.server.readings;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** Rows of objects that were read. */
interface ObservedRows extends JpaRepository<ObservedRow, ObservedRow.Name> {
    String KEPT = "select new wexa.server.readings.Kept(o.name.object, o.remoteId, o.body, o.readAt)";
    String COUNTS = " where o.name.tenantId = :tenant and o.name.readingId ="
            + " (select c.readingId from CurrentRow c where c.tenantId = :tenant) and o.body is not null";

    /** Those of some objects that count now and are there. */
    @Query(KEPT + " from ObservedRow o" + COUNTS + " and o.name.object in :objects")
    List<Kept> find(UUID tenant, Collection<String> objects);

    /** A part of a reading, in the order of the objects' names; all columns of the key are named for the store to walk along it. */
    @Query(KEPT + " from ObservedRow o where o.name.tenantId = :tenant and o.name.readingId = :reading"
            + " and o.name.object > :after and o.body is not null"
            + " order by o.name.tenantId, o.name.readingId, o.name.object")
    List<Kept> page(UUID tenant, UUID reading, String after, Limit limit);

    /** What was looked at by itself, or found gone, after that instant. */
    @Query("select distinct o from LookRow l join ObservedRow o on o.name.tenantId = l.name.tenantId"
            + " and o.name.readingId = l.name.readingId and o.name.object = l.object"
            + " where l.name.tenantId = :tenant and l.name.readingId = :reading and o.readAt > :began")
    List<ObservedRow> lookedAtAfter(UUID tenant, UUID reading, Instant began);

    /** Some objects of a reading. */
    @Query(KEPT + " from ObservedRow o where o.name.tenantId = :tenant and o.name.readingId = :reading"
            + " and o.body is not null and o.name.object in :objects")
    List<Kept> of(UUID tenant, UUID reading, Collection<String> objects);

    /** Our objects in a reading that are linked to nothing in the tenant yet, or to something else. */
    @Query("select new wexa.server.readings.Linked(o.name.object, o.remoteId) from ObservedRow o"
            + " left join RemoteLinkRow l on l.name.tenantId = o.name.tenantId and l.name.object = o.name.object"
            + " where o.name.tenantId = :tenant and o.name.readingId = :reading and o.body is not null"
            + " and o.name.object not like 'stranger:%' and (l.remoteId is null or l.remoteId <> o.remoteId)")
    List<Linked> linkedOtherwise(UUID tenant, UUID reading);

    /** Our objects that are linked and not in the reading. */
    @Query("select l.name.object from RemoteLinkRow l where l.name.tenantId = :tenant and not exists"
            + " (select 1 from ObservedRow o where o.name.tenantId = :tenant and o.name.readingId = :reading"
            + " and o.name.object = l.name.object and o.body is not null)")
    List<String> linkedAndGone(UUID tenant, UUID reading);

    @Modifying
    @Query("delete from ObservedRow o where o.name.tenantId = :tenant and o.name.readingId = :reading")
    void drop(UUID tenant, UUID reading);

    @Modifying
    @Query("delete from ObservedRow o where o.name.tenantId = :tenant and o.name.readingId = :reading"
            + " and o.name.object in :objects")
    void drop(UUID tenant, UUID reading, Collection<String> objects);
}

/** Rows of references. */
interface ReferenceRows extends JpaRepository<ReferenceRow, ReferenceRow.Name> {
    String COUNTS = " from ReferenceRow r where r.name.tenantId = :tenant and r.name.readingId ="
            + " (select c.readingId from CurrentRow c where c.tenantId = :tenant) and r.name.target in :targets";

    /** The names of what names one of the targets. */
    @Query("select distinct r.name.object" + COUNTS)
    List<String> naming(UUID tenant, Collection<String> targets);

    @Query("select count(*)" + COUNTS)
    int count(UUID tenant, Collection<String> targets);

    @Modifying
    @Query("delete from ReferenceRow r where r.name.tenantId = :tenant and r.name.readingId = :reading")
    void drop(UUID tenant, UUID reading);
}

/** Rows of looks at single objects. */
interface LookRows extends JpaRepository<LookRow, LookRow.Name> {
    @Query("select distinct l.object from LookRow l where l.name.tenantId = :tenant and l.name.readingId = :reading"
            + " and l.name.number > :after")
    List<String> after(UUID tenant, UUID reading, long after);

    @Modifying
    @Query("delete from LookRow l where l.name.tenantId = :tenant and l.name.readingId = :reading")
    void drop(UUID tenant, UUID reading);
}

/** Which readings count. */
interface CurrentRows extends JpaRepository<CurrentRow, UUID> {
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select c from CurrentRow c where c.tenantId = :tenant")
    Optional<CurrentRow> lock(UUID tenant);

    /** Two may be the first at the same moment. */
    @Modifying
    @Query(
            nativeQuery = true,
            value = "insert into current_reading (tenant_id, reading_id, began_at, looks)"
                    + " values (:tenant, :reading, :began, 0) on conflict do nothing")
    void begin(UUID tenant, UUID reading, Instant began);
}

/** Readings whose rows do not count. */
interface StagedRows extends JpaRepository<StagedRow, UUID> {
    List<StagedRow> findByTenantId(UUID tenant);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from StagedRow s where s.readingId = :reading")
    Optional<StagedRow> lock(UUID reading);
}

/** The last tries. */
interface ReadingRows extends JpaRepository<ReadingRow, UUID> {}

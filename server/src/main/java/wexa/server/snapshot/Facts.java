package wexa.server.snapshot;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** Rows of facts. */
interface Facts extends JpaRepository<FactRow, FactRow.Name> {}

/** The head row. */
interface Heads extends Repository<HeadRow, Integer> {
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select head from HeadRow head where head.id = 1")
    HeadRow lock();

    @Query("select head.version from HeadRow head where head.id = 1")
    long version();
}

/** Rows of changesets, by version. */
interface Changesets extends JpaRepository<ChangesetRow, Long> {
    List<Heading> findByVersionLessThanOrderByVersionDesc(long version, Limit limit);

    Optional<Heading> findByRequestId(UUID requestId);

    /** A changeset without its effects, which may be many. */
    record Heading(
            long version,
            String origin,
            String name,
            String actor,
            Instant appliedAt,
            @Nullable UUID draftId) {}
}

/** Rows of effects, by changeset and place. */
interface Effects extends Repository<EffectRow, EffectRow.Place> {
    List<EffectRow> findByIdVersionOrderByIdPlace(long version);

    List<EffectRow> findByFactIdOrderByIdVersionAscIdPlaceAsc(UUID factId);

    /** An effect, and when it was applied. */
    record At(EffectRow effect, Instant at) {}

    @Query("select new wexa.server.snapshot.Effects$At(effect, changeset.appliedAt) from EffectRow effect,"
            + " ChangesetRow changeset where changeset.version = effect.id.version and effect.kind = :kind"
            + " and changeset.origin in :origins and changeset.appliedAt >= :since and effect.beforeBody is not null"
            + " and effect.afterBody is not null order by effect.id.version, effect.id.place")
    List<At> replacedSince(String kind, Collection<String> origins, Instant since);

    /** How many effects of drafts after a version say a text. */
    @Query(
            "select count(effect) from EffectRow effect, ChangesetRow changeset where changeset.version = effect.id.version"
                    + " and changeset.origin = 'DRAFT' and effect.id.version > :version and effect.kind in :kinds"
                    + " and (effect.beforeBody like :text or effect.afterBody like :text)")
    long countSaying(long version, Collection<String> kinds, String text);
}

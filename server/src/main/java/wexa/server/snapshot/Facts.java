package wexa.server.snapshot;

import jakarta.persistence.LockModeType;
import java.time.Instant;
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
}

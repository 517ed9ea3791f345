package wexa.server.inbound;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Secrets;

/** Service identities in rows. A key is shown once and never again. Its time goes by the machine's clock, as every token's. */
@Component
public class Services {
    private static final Duration USE_GRAIN = Duration.ofMinutes(1);
    /** A program that ran within these days runs. */
    private static final Duration IN_USE = Duration.ofDays(31);

    private final Rows rows;
    private final Secrets secrets;
    private final Ids ids;
    private final Clock machineClock;

    /** Rows of service identities. */
    interface Rows extends Repository<ServiceRow, UUID> {
        List<ServiceRow> findAllByOrderByName();

        Optional<ServiceRow> findById(UUID id);

        Optional<ServiceRow> findByName(String name);

        Optional<ServiceRow> findByKeyHash(String keyHash);

        void save(ServiceRow row);
    }

    /** A service identity as administrators see it. */
    record Known(
            UUID id,
            String name,
            String owner,
            Instant madeAt,
            Instant expiresAt,
            Optional<Instant> endedAt,
            Optional<Instant> usedAt) {}

    /** A service identity that was just made, with the key that is shown this once. */
    record Made(UUID id, String key) {}

    Services(Rows rows, Secrets secrets, Ids ids, Clock machineClock) {
        this.rows = rows;
        this.secrets = secrets;
        this.ids = ids;
        this.machineClock = machineClock;
    }

    @Transactional(readOnly = true)
    List<Known> all() {
        return rows.findAllByOrderByName().stream().map(Services::known).toList();
    }

    /**
     * A key that programs can use.
     *
     * @param owner the login of who answers for it
     * @param usedAt when it was last used, if ever
     */
    public record Key(String program, String owner, Instant expiresAt, Optional<Instant> usedAt) {
        /** Whether a program depends on it, as far as anybody can tell. */
        public boolean isInUse(Instant now) {
            return usedAt.filter(at -> at.isAfter(now.minus(IN_USE))).isPresent();
        }
    }

    /** The keys that open something now. */
    @Transactional(readOnly = true)
    public List<Key> keys() {
        Instant now = machineClock.instant();
        return rows.findAllByOrderByName().stream()
                .filter(row -> row.endedAt == null && now.isBefore(row.expiresAt))
                .map(row -> new Key(row.name, row.owner, row.expiresAt, Optional.ofNullable(row.usedAt)))
                .toList();
    }

    @Transactional(readOnly = true)
    Optional<Known> named(String name) {
        return rows.findByName(name).map(Services::known);
    }

    @Transactional(readOnly = true)
    Optional<Known> find(UUID id) {
        return rows.findById(id).map(Services::known);
    }

    private static Known known(ServiceRow row) {
        return new Known(
                row.id,
                row.name,
                row.owner,
                row.madeAt,
                row.expiresAt,
                Optional.ofNullable(row.endedAt),
                Optional.ofNullable(row.usedAt));
    }

    @Transactional
    Made make(String name, String owner, Duration validity) {
        String key = secrets.fresh();
        ServiceRow row = new ServiceRow();
        row.id = ids.next();
        row.name = name;
        row.owner = owner;
        row.keyHash = Secrets.hash(key);
        row.madeAt = machineClock.instant();
        row.expiresAt = row.madeAt.plus(validity);
        rows.save(row);
        return new Made(row.id, key);
    }

    @Transactional
    void end(UUID id) {
        rows.findById(id).ifPresent(row -> {
            row.endedAt = machineClock.instant();
            rows.save(row);
        });
    }

    /** The program whose key it is, if the key is still good; it prepares and applies what the policy lets pass. */
    @Transactional
    Optional<Actor> holding(String key) {
        Instant now = machineClock.instant();
        Optional<ServiceRow> found =
                rows.findByKeyHash(Secrets.hash(key)).filter(row -> row.endedAt == null && now.isBefore(row.expiresAt));
        found.filter(row -> row.usedAt == null || row.usedAt.plus(USE_GRAIN).isBefore(now))
                .ifPresent(row -> {
                    row.usedAt = now;
                    rows.save(row);
                });
        return found.map(Services::known).map(Services::actor);
    }

    /** A program prepares, and applies what the policy lets pass. */
    static Actor actor(Known known) {
        return new Actor(known.id(), known.name(), known.name(), Set.of(Act.LOOK, Act.PREPARE, Act.APPLY));
    }
}

package wexa.server.inbound;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.wiring.Ids;

/**
 * Service identities in rows. A key has 256 random bits, so that a plain SHA-256 of it is as good as a slow hash: nobody
 * can try them all. It is shown once and never again. Expiry goes by the machine's clock, as for every token.
 */
@Component
class Services {
    private static final int KEY_BYTES = 32;
    private static final Duration USE_GRAIN = Duration.ofMinutes(1);

    private final Rows rows;
    private final SecureRandom random;
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

    Services(Rows rows, SecureRandom random, Ids ids, Clock machineClock) {
        this.rows = rows;
        this.random = random;
        this.ids = ids;
        this.machineClock = machineClock;
    }

    @Transactional(readOnly = true)
    List<Known> all() {
        return rows.findAllByOrderByName().stream().map(Services::known).toList();
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
        byte[] bits = new byte[KEY_BYTES];
        random.nextBytes(bits);
        String key = Base64.getUrlEncoder().withoutPadding().encodeToString(bits);
        ServiceRow row = new ServiceRow();
        row.id = ids.next();
        row.name = name;
        row.owner = owner;
        row.keyHash = hash(key);
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
                rows.findByKeyHash(hash(key)).filter(row -> row.endedAt == null && now.isBefore(row.expiresAt));
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

    static String hash(String key) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(key.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest);
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException("every Java has SHA-256", impossible);
        }
    }
}

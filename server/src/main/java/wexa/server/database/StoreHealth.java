package wexa.server.database;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Up is a store that can be written to: reading alone works for a while on a disk that is full. */
@Component
class StoreHealth implements HealthIndicator {
    /** Everybody may ask; the store is asked no more often than this. */
    private static final Duration KEPT = Duration.ofSeconds(2);

    private final JdbcTemplate jdbc;
    private final TransactionTemplate transactions;
    private final Clock machineClock;
    private Instant checkedAt = Instant.EPOCH;
    private Health last = Health.unknown().build();

    StoreHealth(JdbcTemplate jdbc, TransactionTemplate transactions, Clock machineClock) {
        this.jdbc = jdbc;
        this.transactions = transactions;
        this.machineClock = machineClock;
    }

    @Override
    public synchronized Health health() {
        Instant now = machineClock.instant();
        if (now.isBefore(checkedAt) || now.isAfter(checkedAt.plus(KEPT))) {
            last = check(now);
            checkedAt = machineClock.instant();
        }
        return last;
    }

    private Health check(Instant now) {
        try {
            Integer rows = transactions.execute(
                    status -> jdbc.update("update store_check set at = ? where id = 1", Timestamp.from(now)));
            return rows != null && rows == 1
                    ? Health.up().build()
                    : Health.down().build();
        } catch (RuntimeException unwritable) {
            return Health.down().build();
        }
    }
}

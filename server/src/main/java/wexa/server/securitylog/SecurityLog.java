package wexa.server.securitylog;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Words;
import wexa.server.web.Caller;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/**
 * Keeps what happened at the doors for a year. An event is written in a transaction of its own, so that it stands whatever
 * becomes of the rest, and holds no lock that applying needs. Refusals that strangers can cause are bounded in number a
 * minute: beyond, they are counted and told in one.
 */
@Component
public class SecurityLog {
    private static final Logger LOG = LoggerFactory.getLogger(SecurityLog.class);
    private static final Duration KEPT = Duration.ofDays(365);
    private static final int MOST_REFUSALS_A_MINUTE = 120;
    private static final int LONGEST_DETAIL = 600;
    private static final int LONGEST_NAME = 80;

    private final Rows rows;
    private final Ids ids;
    private final BusinessClock clock;
    private final Caller caller;
    private final TransactionTemplate apart;
    private final AtomicReference<Instant> minute = new AtomicReference<>(Instant.EPOCH);
    private final AtomicInteger refusals = new AtomicInteger();

    /** What can happen. */
    public enum Kind {
        SIGNED_IN,
        SIGN_IN_REFUSED,
        SIGNED_OUT,
        SESSION_ENDED,
        PASSWORD_CHANGED,
        PASSWORD_REFUSED,
        SECOND_FACTOR_SET,
        SECOND_FACTOR_REMOVED,
        RECOVERY_CODE_USED,
        RIGHTS_CHANGED,
        CONNECTION_TRIED,
        CONNECTION_CHANGED,
        CONNECTION_REFUSED,
        KEY_MADE,
        KEY_ENDED,
        SETTING_CHANGED
    }

    /** Rows of events. */
    interface Rows extends Repository<SecurityEventRow, UUID> {
        void save(SecurityEventRow row);

        @Query(
                "select event from SecurityEventRow event where (event.at < :before or (event.at = :before and event.id < :id))"
                        + " and (:login = '' or event.login = :login) and (:kind = '' or event.kind = :kind)"
                        + " order by event.at desc, event.id desc")
        List<SecurityEventRow> page(Instant before, UUID id, String login, String kind, Limit limit);

        @Modifying
        @Query("delete from SecurityEventRow event where event.at < :before")
        int forget(Instant before);
    }

    SecurityLog(Rows rows, Ids ids, BusinessClock clock, Caller caller, PlatformTransactionManager transactions) {
        this.rows = rows;
        this.ids = ids;
        this.clock = clock;
        this.caller = caller;
        this.apart = new TransactionTemplate(transactions);
        apart.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /** Writes an event about a login, from the address whose request is being answered. */
    public void write(Kind kind, String login, String detail) {
        boolean isRefusal = kind == Kind.SIGN_IN_REFUSED || kind == Kind.PASSWORD_REFUSED;
        String words = detail;
        if (isRefusal) {
            Instant now = clock.now().truncatedTo(ChronoUnit.MINUTES);
            if (!minute.getAndSet(now).equals(now)) {
                int before = refusals.getAndSet(0);
                words = before > MOST_REFUSALS_A_MINUTE
                        ? detail + "; " + (before - MOST_REFUSALS_A_MINUTE) + " more before were not written"
                        : detail;
            }
            if (refusals.incrementAndGet() > MOST_REFUSALS_A_MINUTE) {
                return;
            }
        }
        SecurityEventRow row = new SecurityEventRow(
                ids.next(),
                clock.now(),
                kind.name(),
                cut(login, LONGEST_NAME),
                cut(caller.address(), LONGEST_NAME),
                cut(words, LONGEST_DETAIL));
        try {
            apart.executeWithoutResult(status -> rows.save(row));
        } catch (RuntimeException unwritten) {
            // a store that cannot be written to must not open or close a door
            LOG.warn("security event {} of {} could not be written", kind, row.login, unwritten);
        }
    }

    private static String cut(String text, int longest) {
        String plain = Words.plain(text);
        return plain.substring(0, Math.min(longest, plain.length()));
    }

    /** A page of events, newest first, older than the given one. */
    @Transactional(readOnly = true)
    List<SecurityEventRow> page(Instant before, UUID id, String login, String kind, int limit) {
        return rows.page(before, id, login, kind, Limit.of(limit));
    }

    @Transactional
    void forgetOld() {
        rows.forget(clock.now().minus(KEPT));
    }
}

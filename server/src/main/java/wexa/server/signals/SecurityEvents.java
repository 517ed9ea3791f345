package wexa.server.signals;

import java.net.URI;
import java.net.http.HttpClient;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Exchange;
import wexa.connect.Outcome;
import wexa.connect.signals.EventPush;
import wexa.connect.signals.SecurityEvent;
import wexa.core.consistency.ObjectKey;
import wexa.core.model.Account;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.connections.Connections;
import wexa.server.readings.Reader;
import wexa.server.readings.RemoteLinks;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Settings;

/**
 * Tells tenants that take security events that an account is disabled and its sessions are to end, for each step that closes one:
 * once with effect, again until the tenant has answered.
 */
@Component
public class SecurityEvents {
    private static final Logger LOG = LoggerFactory.getLogger(SecurityEvents.class);
    private static final int MOST_AT_ONCE = 200;
    private static final int LONGEST_ANSWER = 500;
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(5);

    private final Receivers receivers;
    private final Rows rows;
    private final SigningKeys keys;
    private final Connections connections;
    private final RemoteLinks links;
    private final HttpClient http;
    private final Settings settings;
    private final Clock machineClock;
    private final Ids ids;
    private final TransactionTemplate transactions;
    private final ExecutorService background;

    /** Rows of receivers. */
    interface Receivers extends JpaRepository<ReceiverRow, UUID> {}

    /** Rows of events. */
    interface Rows extends JpaRepository<NoticeRow, UUID> {
        /** Steps that close an account in a tenant that takes events, of which none was made. */
        @Query("select new wexa.server.signals.SecurityEvents$Closing(step.id, step.tenantId, step.object)"
                + " from StepRow step, JobRow job, ReceiverRow receiver where job.id = step.jobId"
                + " and receiver.tenantId = step.tenantId and job.createdAt >= receiver.since and step.urgent = true"
                + " and step.object like 'ACCOUNT:%' and step.state not in ('SUPERSEDED', 'SKIPPED')"
                + " and not exists (select event.id from NoticeRow event where event.step = step.id)")
        List<Closing> untold(Limit limit);

        @Query(
                "select event from NoticeRow event where event.state = 'WAITING' and event.dueAt <= :now order by event.dueAt")
        List<NoticeRow> due(Instant now, Limit limit);

        List<NoticeRow> findByTenantIdAndAccount(UUID tenantId, UUID account);
    }

    /** A step that closes an account. */
    record Closing(UUID step, UUID tenant, String object) {}

    SecurityEvents(
            Receivers receivers,
            Rows rows,
            SigningKeys keys,
            Connections connections,
            RemoteLinks links,
            HttpClient http,
            Settings settings,
            Clock machineClock,
            Ids ids,
            TransactionTemplate transactions,
            ExecutorService background) {
        this.receivers = receivers;
        this.rows = rows;
        this.keys = keys;
        this.connections = connections;
        this.links = links;
        this.http = http;
        this.settings = settings;
        this.machineClock = machineClock;
        this.ids = ids;
        this.transactions = transactions;
        this.background = background;
    }

    /** Has a tenant told from now on. */
    @Transactional
    public void tell(Id<Tenant> tenant, URI receiver, String audience, Instant from) {
        receivers.save(new ReceiverRow(tenant.value(), receiver.toString(), audience, from));
    }

    static String issuer(Settings settings) {
        String url = settings.publicUrl().toString();
        return url.endsWith("/") ? url.substring(0, url.length() - 1) : url;
    }

    /** Makes the events that are lacking, then sends what is due, to all tenants at the same time. */
    public synchronized void follow() {
        if (receivers.count() == 0) {
            return;
        }
        transactions.executeWithoutResult(
                status -> rows.untold(Limit.of(MOST_AT_ONCE)).forEach(this::make));
        List<Future<?>> sending = new ArrayList<>();
        for (NoticeRow row : rows.due(machineClock.instant(), Limit.of(MOST_AT_ONCE))) {
            sending.add(background.submit(() -> sendSafely(row)));
        }
        for (Future<?> one : sending) {
            try {
                one.get();
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
                return;
            } catch (ExecutionException broken) {
                throw new IllegalStateException("sending a security event broke", broken.getCause());
            }
        }
    }

    private void make(Closing closing) {
        UUID account = ObjectKey.parse(closing.object()).id();
        for (SecurityEvent.Kind kind : SecurityEvent.Kind.values()) {
            NoticeRow row = new NoticeRow(ids.next(), closing.tenant(), account, closing.step(), kind);
            row.happenedAt = machineClock.instant();
            row.dueAt = machineClock.instant();
            rows.save(row);
        }
    }

    /** What breaks for one holds up no other. */
    private void sendSafely(NoticeRow row) {
        try {
            settle(row, send(row));
        } catch (RuntimeException broken) {
            LOG.error("security event {} could not be sent", row.id, broken);
            settle(row, new Outcome.TryLater<>(LONGEST_PAUSE, "it broke here; the server's log says how"));
        }
    }

    private Outcome<Boolean> send(NoticeRow row) {
        Optional<ReceiverRow> receiver = receivers.findById(row.tenantId);
        if (receiver.isEmpty()) {
            return new Outcome.Refused<>(0, "", "the tenant takes no security events any more");
        }
        Optional<String> remote =
                links.of(Id.of(row.tenantId)).remoteId(ObjectKey.account(Id.<Account>of(row.account)));
        if (remote.isEmpty()) {
            return new Outcome.Refused<>(0, "", "the account was never made there");
        }
        SecurityEvent event = new SecurityEvent(
                row.id.toString(),
                row.kind,
                issuer(settings),
                receiver.get().audience,
                remote.get(),
                row.happenedAt,
                machineClock.instant());
        return push(Id.of(row.tenantId), URI.create(receiver.get().url)).send(event.signed(keys.newest()));
    }

    /** The tenant's token, and the certificate that is trusted for it, are for the tenant's own address alone. */
    private EventPush push(Id<Tenant> tenant, URI url) {
        Optional<Connections.Reached> own = connections
                .reached(tenant)
                .filter(reached -> Exchange.isSameOrigin(URI.create(reached.address()), url));
        return new EventPush(
                own.map(reached -> connections.client(reached.certificates())).orElse(http),
                url,
                own.flatMap(Connections.Reached::token),
                settings.requestLimit());
    }

    private void settle(NoticeRow sent, Outcome<Boolean> outcome) {
        transactions.executeWithoutResult(status -> rows.findById(sent.id).ifPresent(row -> {
            Instant now = machineClock.instant();
            row.attempts++;
            if (outcome instanceof Outcome.Done) {
                row.state = NoticeRow.State.NOTIFIED;
                row.answer = "";
                row.answeredAt = now;
            } else if (outcome instanceof Outcome.Refused) {
                row.state = NoticeRow.State.REFUSED;
                row.answer = cut(Reader.words(outcome));
                row.answeredAt = now;
            } else {
                row.answer = cut(Reader.words(outcome));
                row.dueAt = now.plus(pause(row.attempts));
            }
        }));
    }

    private static String cut(String words) {
        return words.substring(0, Math.min(LONGEST_ANSWER, words.length()));
    }

    /** Twice as long each time, five minutes at most. */
    private static Duration pause(int attempts) {
        Duration pause = Duration.ofSeconds(1L << Math.min(10, attempts));
        return pause.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause;
    }

    /**
     * A notice to end sessions.
     *
     * @param at when the tenant answered; nothing while it has not
     */
    public record Notice(Instant sentAt, Optional<Instant> at, String words) {}

    /** All notices about an account, the oldest first. */
    @Transactional(readOnly = true)
    public List<Notice> notices(Id<Tenant> tenant, Id<Account> account) {
        return rows.findByTenantIdAndAccount(tenant.value(), account.value()).stream()
                .filter(one -> one.kind == SecurityEvent.Kind.SESSION_REVOKED)
                .sorted(Comparator.comparing((NoticeRow one) -> one.happenedAt).thenComparing(one -> one.id))
                .map(one -> new Notice(one.happenedAt, Optional.ofNullable(one.answeredAt), words(one)))
                .toList();
    }

    /** How the ending of an account's sessions stands, in words; empty where the tenant takes no events. */
    @Transactional(readOnly = true)
    public String words(Id<Tenant> tenant, Id<Account> account) {
        List<Notice> notices = notices(tenant, account);
        return notices.isEmpty() ? "" : notices.getLast().words();
    }

    private static String words(NoticeRow event) {
        return switch (event.state) {
            case WAITING -> event.answer.isEmpty() ? "notification on its way" : "not notified yet: " + event.answer;
            case NOTIFIED -> "notified to end open sessions";
            case REFUSED -> "refused the notification: " + event.answer;
        };
    }
}

package wexa.server.connections;

import java.net.URI;
import java.net.http.HttpClient;
import java.time.Clock;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import wexa.connect.Exchange;
import wexa.connect.Trust;
import wexa.connect.authzen.Evaluations;
import wexa.connect.scim.ScimTenant;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.wiring.Settings;

/** Connections to tenants, made when first needed. */
@Component
public class Connections {
    private final Rows rows;
    private final TokenVault vault;
    private final HttpClient http;
    private final Settings settings;
    private final Clock machineClock;
    private final Map<UUID, Connection> open = new ConcurrentHashMap<>();
    /** How often connections were changed: one that was made from rows of before is not kept. */
    private final AtomicLong changes = new AtomicLong();

    /** Rows of connections. */
    interface Rows extends Repository<ConnectionRow, UUID> {
        Optional<ConnectionRow> findById(UUID tenantId);

        void save(ConnectionRow row);
    }

    /** A tenant's two doors. */
    public record Connection(ScimTenant scim, Evaluations evaluations) {}

    Connections(Rows rows, TokenVault vault, HttpClient http, Settings settings, Clock machineClock) {
        this.rows = rows;
        this.vault = vault;
        this.http = http;
        this.settings = settings;
        this.machineClock = machineClock;
    }

    /** Sets where a tenant is reached. {@code url} ends with a slash; SCIM is at {@code scim/v2/} below it. */
    @Transactional
    public void connect(Id<Tenant> tenant, String url, String token, String certificates) {
        ConnectionRow row = rows.findById(tenant.value()).orElseGet(ConnectionRow::new);
        row.tenantId = tenant.value();
        row.url = url;
        row.token = vault.seal(tenant.value(), token);
        row.certificates = certificates;
        rows.save(row);
        forgetAfterCommit(tenant);
    }

    /** Before it, whoever looked would keep what is there still. */
    private void forgetAfterCommit(Id<Tenant> tenant) {
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                changes.incrementAndGet();
                open.remove(tenant.value());
            }
        });
    }

    /** Says where people sign in to a connected tenant. */
    @Transactional
    public void setDoor(Id<Tenant> tenant, Optional<String> address) {
        rows.findById(tenant.value()).ifPresent(row -> {
            row.door = address.orElse(null);
            rows.save(row);
        });
    }

    /** Where people sign in, if somebody said it. */
    @Transactional(readOnly = true)
    public Optional<String> door(Id<Tenant> tenant) {
        return rows.findById(tenant.value()).flatMap(row -> Optional.ofNullable(row.door));
    }

    /** Empty for a tenant that was never connected. */
    @Transactional(readOnly = true)
    public Optional<Connection> of(Id<Tenant> tenant) {
        Connection known = open.get(tenant.value());
        if (known != null) {
            return Optional.of(known);
        }
        long before = changes.get();
        return rows.findById(tenant.value())
                .flatMap(row -> vault.tryOpen(row.tenantId, row.token).map(token -> {
                    Connection made = to(row.url, token, row.certificates);
                    open.compute(row.tenantId, (id, other) -> changes.get() == before ? made : other);
                    return made;
                }));
    }

    /** A connection that is tried and not kept. */
    public Connection to(String url, String token, String certificates) {
        HttpClient client = client(certificates);
        return new Connection(
                new ScimTenant(exchange(client, url + "scim/v2/", token)),
                new Evaluations(exchange(client, url, token)));
    }

    /** One that trusts what the machine trusts, or some certificates alone. */
    public HttpClient client(String certificates) {
        return certificates.isBlank() ? http : believing(certificates);
    }

    private HttpClient believing(String certificates) {
        return HttpClient.newBuilder()
                .connectTimeout(http.connectTimeout().orElseThrow())
                .version(http.version())
                .sslContext(Trust.of(certificates).context())
                .build();
    }

    /**
     * How a tenant is reached. The token is for going on at the same origin, and for nobody's eyes; it is absent where the
     * key file does not open it, and has to be entered again.
     */
    public record Reached(String address, Optional<String> token, String certificates, Optional<String> door) {}

    @Transactional(readOnly = true)
    public Optional<Reached> reached(Id<Tenant> tenant) {
        return rows.findById(tenant.value())
                .map(row -> new Reached(
                        row.url,
                        vault.tryOpen(row.tenantId, row.token),
                        row.certificates,
                        Optional.ofNullable(row.door)));
    }

    /** Why a tenant that was connected cannot be reached with what is kept of it, in words. */
    @Transactional(readOnly = true)
    public Optional<String> lack(Id<Tenant> tenant) {
        return reached(tenant)
                .filter(one -> one.token().isEmpty())
                .map(one -> "its token cannot be decrypted with this key file; enter it again");
    }

    private Exchange exchange(HttpClient client, String url, String token) {
        return new Exchange(client, URI.create(url), () -> token, settings.requestLimit(), machineClock);
    }
}

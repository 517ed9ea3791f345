package wexa.server.signals;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.jwk.Curve;
import com.nimbusds.jose.jwk.ECKey;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.KeyUse;
import com.nimbusds.jose.jwk.gen.ECKeyGenerator;
import java.text.ParseException;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.connections.TokenVault;
import wexa.server.wiring.Ids;

/** The keys with which security events are signed (RFC 7517). The newest signs; receivers look up all of them. */
@Component
class SigningKeys {
    private static final int MOST = 5;

    private final Rows rows;
    private final TokenVault vault;
    private final Ids ids;
    private final Clock machineClock;

    /** Rows of keys. */
    interface Rows extends JpaRepository<SigningKeyRow, UUID> {
        List<SigningKeyRow> findAllByOrderByMadeAtDesc(Limit limit);
    }

    SigningKeys(Rows rows, TokenVault vault, Ids ids, Clock machineClock) {
        this.rows = rows;
        this.vault = vault;
        this.ids = ids;
        this.machineClock = machineClock;
    }

    /** Made when it is first needed, and anew where the key file does not open the one that is kept. */
    @Transactional
    public synchronized ECKey newest() {
        return all().stream().findFirst().orElseGet(this::made);
    }

    /** What receivers need to check signatures: without the private parts. */
    @Transactional
    public synchronized Map<String, Object> published() {
        List<ECKey> keys = all();
        return new JWKSet(List.copyOf(keys.isEmpty() ? List.of(made()) : keys)).toJSONObject(true);
    }

    private List<ECKey> all() {
        return rows.findAllByOrderByMadeAtDesc(Limit.of(MOST)).stream()
                .flatMap(row -> vault.tryOpen(row.id, row.jwk).stream())
                .flatMap(text -> parsed(text).stream())
                .toList();
    }

    private static Optional<ECKey> parsed(String text) {
        try {
            return Optional.of(ECKey.parse(text));
        } catch (ParseException unreadable) {
            return Optional.empty();
        }
    }

    private ECKey made() {
        try {
            UUID id = ids.next();
            ECKey key = new ECKeyGenerator(Curve.P_256)
                    .keyUse(KeyUse.SIGNATURE)
                    .keyID(id.toString())
                    .generate();
            rows.save(new SigningKeyRow(id, vault.seal(id, key.toJSONString()), machineClock.instant()));
            return key;
        } catch (JOSEException unable) {
            throw new IllegalStateException("no key for security events can be made here", unable);
        }
    }
}
